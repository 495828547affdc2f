import type { Rest, Task } from '@kurrel/core';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { DragEndEvent, KeyboardCoordinateGetter } from '@dnd-kit/core';
import {
  arrayMove,
  rectSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { useAppSelector } from '../../app/store.ts';
import { leftWord, minutesWhole, stanceWord, taskWord, toolWord } from '../../parts/taskWords.ts';

interface CardsProps {
  readonly order: readonly Task[];
  readonly breaks: readonly Rest[];
  readonly locked: boolean;
  readonly pinned: readonly string[];
  readonly onMove: (ids: readonly string[]) => void;
  readonly onPin: (id: string) => void;
}

/** The steps as cards, those of one tool under its name; dragged, or moved by keys. */
export function Cards({ order, breaks, locked, pinned, onMove, onPin }: CardsProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: alongOrder(order.map(({ id }) => id)) }),
  );
  const ids = order.map(({ id }) => id);
  const moved = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    onMove(arrayMove(ids, ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={moved}
      accessibility={{ screenReaderInstructions: { draggable: HOW } }}
    >
      <SortableContext items={ids} strategy={rectSortingStrategy} disabled={locked}>
        <ol className="cards">
          {order.map((task, index) => {
            const before = order[index - 1];
            const tool = toolWord(task);
            return (
              <Card
                key={task.id}
                task={task}
                place={index + 1}
                rests={breaks.filter((rest) => rest.before === task.id)}
                tool={before && toolWord(before) === tool ? null : tool}
                locked={locked}
                pinned={pinned.includes(task.id)}
                onPin={onPin}
              />
            );
          })}
        </ol>
      </SortableContext>
    </DndContext>
  );
}

/** Left and right go to the card before and after, from row to row; up and down to the rows. */
const alongOrder =
  (ids: readonly string[]): KeyboardCoordinateGetter =>
  (event, args) => {
    const by = event.code === 'ArrowRight' ? 1 : event.code === 'ArrowLeft' ? -1 : 0;
    if (by === 0) return sortableKeyboardCoordinates(event, args);
    event.preventDefault();
    const { active, over, droppableRects } = args.context;
    const at = ids.indexOf(String(over?.id ?? active?.id ?? ''));
    const rect = droppableRects.get(ids[at + by] ?? '');
    return rect ? { x: rect.left, y: rect.top } : undefined;
  };

const HOW =
  'Press space to pick the step up, arrow keys to move it, space to put it down, escape to leave it.';

interface CardProps {
  readonly task: Task;
  readonly place: number;
  readonly rests: readonly Rest[];
  /** Where it is another than before it. */
  readonly tool: string | null;
  readonly locked: boolean;
  readonly pinned: boolean;
  readonly onPin: (id: string) => void;
}

function Card({ task, place, rests, tool, locked, pinned, onPin }: CardProps) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: task.id,
  });
  const style = { transform: CSS.Translate.toString(transform) ?? '', transition: transition ?? '' };
  const kinds = [
    'card-step',
    task.trigger && 'trigger',
    isDragging && 'dragged',
    tool !== null && 'new-tool',
  ];
  return (
    <li ref={setNodeRef} style={style} className={kinds.filter(Boolean).join(' ')}>
      {rests.length > 0 && (
        <span className="rest-mark">
          break{rests[0] && rests[0].intoMinutes > 0 && `, ${Math.round(rests[0].intoMinutes)} min in`}
        </span>
      )}
      <span className="tool-name">{tool ?? ''}</span>
      <div className="card-body" {...(locked ? {} : { ...attributes, ...listeners })}>
        <span className="card-name">
          <span className="muted">{place}</span> {taskWord(task)}
        </span>
        <span className="card-figures">
          {leftWord(task, unit) ?? ''} <span className="muted">{minutesWhole(task.minutes)}</span>
        </span>
        <span className="muted card-stance">
          {stanceWord(task)}
          {task.secondHands && ' · two people'}
          {task.trigger && ' · trigger'}
        </span>
      </div>
      <button
        type="button"
        className="pin"
        aria-pressed={pinned}
        disabled={locked}
        aria-label={pinned ? `unpin ${taskWord(task)}` : `pin ${taskWord(task)} here`}
        onClick={() => onPin(task.id)}
      >
        {pinned ? 'pinned' : 'pin'}
      </button>
    </li>
  );
}

import type { Tool } from '@kurrel/contract';
import { may } from '@kurrel/contract';
import { byId, calibrationOf, coatOf, formatLength, toolOptions } from '@kurrel/core';
import { useEffect, useMemo, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useSearchParams } from 'react-router';
import { useDrawerQuery, useRemoveToolMutation } from '../../app/api/drawer.ts';
import { problemOf } from '../../app/api/problem.ts';
import { useSessionQuery } from '../../app/api/session.ts';
import { notify } from '../../app/noticeSlice.ts';
import { packs } from '../../app/packs.ts';
import { useAppDispatch, useAppSelector } from '../../app/store.ts';
import { Loading } from '../../parts/Loading.tsx';
import { ProblemNote } from '../../parts/ProblemNote.tsx';
import { RULE, shareOf } from '../../parts/ruleScale.ts';
import { Shelf } from './Shelf.tsx';
import { ToolForm } from './ToolForm.tsx';
import { Title } from '../../parts/Title.tsx';

/** What is in the drawer and what each tool really leaves, on the coat rule. */
export function Drawer() {
  const { data: drawer, error, isLoading, refetch } = useDrawerQuery();
  const { data: session } = useSessionQuery();
  const [coatType, setCoatType] = useState('tight-curl');
  const [editing, setEditing] = useState<Tool | 'new' | null>(null);
  const [params] = useSearchParams();
  const asked = params.get('tool');
  useEffect(() => {
    const tool = drawer?.find(({ id }) => id === asked);
    if (tool) setEditing(tool);
  }, [drawer, asked]);
  const canEdit = may(session?.person.role ?? 'trainee', 'drawer:edit');
  return (
    <main id="content" className="page drawer">
      <Title of={['Drawer']} />
      <div className="page-head">
        <h1>Drawer</h1>
        <Form.Group controlId="coat" className="d-flex align-items-center gap-2">
          <Form.Label className="m-0">on</Form.Label>
          <Form.Select value={coatType} onChange={(e) => setCoatType(e.target.value)}>
            {packs.coats.types.map((type) => (
              <option key={type.id} value={type.id}>
                {type.name}
              </option>
            ))}
          </Form.Select>
        </Form.Group>
        {canEdit && (
          <Button className="ms-auto" onClick={() => setEditing('new')}>
            Add a tool
          </Button>
        )}
      </div>
      {isLoading && <Loading what="the drawer" />}
      {error !== undefined && <ProblemNote problem={problemOf(error)} onRetry={() => void refetch()} />}
      {drawer?.length === 0 && (
        <p className="empty">The drawer is empty. Add the blades and combs you own.</p>
      )}
      {drawer && drawer.length > 0 && (
        <Tools drawer={drawer} coatType={coatType} onEdit={canEdit ? setEditing : null} />
      )}
      {editing !== null && (
        <ToolForm
          key={editing === 'new' ? 'new' : editing.id}
          tool={editing === 'new' ? null : (drawer?.find((t) => t.id === editing.id) ?? editing)}
          coatType={coatType}
          onClose={() => setEditing(null)}
        />
      )}
      <Shelf />
    </main>
  );
}

interface ToolsProps {
  readonly drawer: readonly Tool[];
  readonly coatType: string;
  readonly onEdit: ((tool: Tool) => void) | null;
}

function Tools({ drawer, coatType, onEdit }: ToolsProps) {
  const unit = useAppSelector((state) => state.preferences.unit);
  const dispatch = useAppDispatch();
  const [removeTool] = useRemoveToolMutation();
  const coat = useMemo(() => coatOf(packs.coats, coatType, []), [coatType]);
  const options = useMemo(
    () =>
      toolOptions(
        drawer.map((tool) => ({ ...tool, atHand: true })),
        packs.tools,
        coat,
      ),
    [drawer, coat],
  );
  const remove = async (tool: Tool) => {
    const answer = await removeTool(tool.id);
    if (answer.error !== undefined) return;
    dispatch(notify({ text: `${tool.label} is out of the drawer.`, undo: { kind: 'tool', id: tool.id } }));
  };
  return (
    <table className="drawer-table">
      <thead>
        <tr>
          <th scope="col">Label</th>
          <th scope="col">Kind</th>
          <th scope="col" className="number">
            Leaves
          </th>
          <th scope="col" className="rule-column">
            <RuleHead />
          </th>
          <th scope="col">Based on</th>
          <th scope="col">
            <span className="visually-hidden">Change</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {drawer.map((tool) => {
          const kind = byId('tool kind', packs.tools.kinds, tool.kindId);
          const own = options.filter((option) => option.toolId === tool.id && option.leavesMm !== null);
          const withLay = own.find((option) => option.direction === 'with');
          const calibration = calibrationOf(tool, coat.class, 'with');
          return (
            <tr key={tool.id} className={tool.atHand ? '' : 'away'}>
              <th scope="row">{tool.label}</th>
              <td>
                {kind.name}
                {tool.dull && <span className="tag"> dull</span>}
                {!tool.atHand && <span className="tag"> away</span>}
              </td>
              <td className="number">
                {withLay?.leavesMm != null ? formatLength(withLay.leavesMm, unit) : 'by hand'}
              </td>
              <td className="rule-column">
                <span className="mini-rule" aria-hidden="true">
                  {own.map((option) => {
                    const mm = option.leavesMm ?? 1;
                    const left = shareOf(Math.max(RULE.fromMm, mm - (option.sdMm ?? 0)));
                    return option.direction === 'across' ? null : (
                      <span
                        key={option.direction}
                        className={option.direction}
                        style={{
                          left: `${left * 100}%`,
                          width: `${(shareOf(mm + (option.sdMm ?? 0)) - left) * 100}%`,
                        }}
                        title={`${option.direction} the lay: ${formatLength(mm, unit)}`}
                      />
                    );
                  })}
                </span>
              </td>
              <td className="muted">
                {kind.nominalMm === null
                  ? ''
                  : calibration.n > 0
                    ? `${calibration.n} measured: ${moreWord(calibration.k)}, ± ${(calibration.sd * 100).toFixed(0)} %`
                    : 'usual figure, not measured here, ± 15 %'}
                <Wear minutes={tool.workedMinutes} onSkin={kind.technique === 'clip'} />
              </td>
              <td className="text-end">
                {onEdit && (
                  <>
                    <Button
                      variant="link"
                      size="sm"
                      aria-label={`Change ${tool.label}`}
                      onClick={() => onEdit(tool)}
                    >
                      Change
                    </Button>
                    <Button
                      variant="link"
                      size="sm"
                      aria-label={`Remove ${tool.label}`}
                      onClick={() => void remove(tool)}
                    >
                      Remove
                    </Button>
                  </>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** How long a blade has run, as the tables' logs have it, and when its edge is due. */
function Wear({ minutes, onSkin }: { readonly minutes: number; readonly onSkin: boolean }) {
  if (!onSkin || minutes < 1) return null;
  const { edgeHours } = packs.tools.wear;
  const hours = minutes / 60;
  return (
    <span className="d-block">
      ran {hours < 1 ? `${Math.round(minutes)} min` : `${hours.toFixed(1)} h`} of about {edgeHours} h
      {hours >= edgeHours && <span className="tag"> send it for sharpening</span>}
    </span>
  );
}

function RuleHead() {
  return (
    <span className="mini-rule head">
      {[0.5, 1, 2, 5, 10, 25, 50, 100].map((mm) => (
        <span key={mm} className="mm" style={{ left: `${shareOf(mm) * 100}%` }}>
          {mm}
        </span>
      ))}
    </span>
  );
}

/** How what a tool leaves here compares with the book: “leaves 12 % more than usual”. */
function moreWord(k: number): string {
  const percent = Math.round((k - 1) * 100);
  if (percent === 0) return 'leaves what is usual';
  return `leaves ${Math.abs(percent)} % ${percent > 0 ? 'more' : 'less'} than usual`;
}

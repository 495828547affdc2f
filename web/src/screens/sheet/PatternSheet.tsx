import type { VisitSheet } from '@kurrel/contract';
import type { Body, BreedPack, DrawnLine, LengthUnit, Plan } from '@kurrel/core';
import { formatLeft, formatLength } from '@kurrel/core';
import { formSentence, runSentence } from '@kurrel/words';
import type { Ref } from 'react';
import { packs } from '../../app/packs.ts';
import { ageOf, zoneWord } from '../../parts/words.ts';
import { toolWords, zoneRows } from '../../parts/zoneRows.ts';
import type { Seen } from './SheetDog.tsx';
import { Side, Small, SIDE_HIGH, SMALL_HIGH } from './SheetDog.tsx';
import { lineSentence } from '../../parts/lineSentence.ts';
import { blockInSentences, wrapped } from './sheetText.ts';

/** A page of A4 at 96 to the inch; everything on it is black and says what it is without a style sheet. */
export const PAPER = { width: 794, height: 1123 } as const;
const EDGE = 38;
const WIDE = PAPER.width - 2 * EDGE;
const SANS = 'Helvetica, Arial, sans-serif';

interface PatternSheetProps {
  readonly ref: Ref<SVGSVGElement>;
  readonly sheet: VisitSheet;
  readonly breed: BreedPack;
  readonly plan: Plan;
  readonly body: Body;
  /** What keeps the work from being started, not yet answered. */
  readonly stops: readonly string[];
  readonly restrictions: readonly string[];
  readonly side: Seen;
  readonly small: readonly (Seen & { readonly name: string })[];
  readonly lines: readonly DrawnLine[];
  readonly unit: LengthUnit;
  readonly purpose: string;
  readonly trim: string;
  readonly when: string;
}

/** Everything a groomer takes to the table, on one page: the dog with its lengths, lines, tools, cautions. */
export function PatternSheet(props: PatternSheetProps) {
  const { ref, sheet, breed, plan, body, side, small, unit } = props;
  const { dog } = sheet;
  const { heightMm, weightKg } = body.measures;
  const minded = [
    ...props.stops.map((stop) => `STOP, not answered yet: ${stop}`),
    ...mindedLines([...new Set(props.restrictions)]),
  ];
  return (
    <svg
      ref={ref}
      className="pattern-sheet"
      xmlns="http://www.w3.org/2000/svg"
      viewBox={`0 0 ${PAPER.width} ${PAPER.height}`}
      role="group"
      aria-label={`Pattern sheet for ${dog.name}`}
      fontFamily={SANS}
      fill="#000"
    >
      <rect width={PAPER.width} height={PAPER.height} fill="#fff" />
      <text x={EDGE} y={58} fontSize={26} fontWeight="bold">
        {dog.name}
      </text>
      <text x={PAPER.width - EDGE} y={50} fontSize={12} textAnchor="end">
        {sheet.visit.what} · {props.when} · {sheet.visit.groomer}
      </text>
      <text x={PAPER.width - EDGE} y={66} fontSize={10} textAnchor="end">
        {sheet.saved ? `plan version ${sheet.saved.version}` : 'plan not saved yet'}
      </text>
      <text x={EDGE} y={77} fontSize={12}>
        {dog.breedCalled || breed.name} · {props.trim} · for {props.purpose} · {ageOf(dog.bornOn, new Date())}{' '}
        · {Math.round(weightKg.kg)} kg · {Math.round(heightMm.mm / 10)} cm
      </text>
      {minded.map((line, i) => (
        <text key={i} x={EDGE} y={97 + 14 * i} fontSize={12} fontWeight="bold">
          {line}
        </text>
      ))}
      <Side plan={plan} seen={side} lines={props.lines} unit={unit} left={EDGE} wide={WIDE} top={DOG_TOP} />
      {small.map((seen, i) => (
        <Small
          key={seen.name}
          seen={seen}
          x={EDGE + (i * WIDE) / small.length}
          top={SMALL_TOP}
          width={WIDE / small.length}
        />
      ))}
      <Rows plan={plan} unit={unit} />
      <Notes {...props} />
    </svg>
  );
}

/** As many restrictions as two lines hold; what is left over is counted. */
function mindedLines(restrictions: readonly string[]): readonly string[] {
  for (let told = restrictions.length; told > 0; told--) {
    const rest = restrictions.length - told;
    const more = rest > 0 ? ` · and ${rest} more` : '';
    const lines = wrapped(`Mind: ${restrictions.slice(0, told).join(' · ')}${more}`, MIND_LETTERS);
    if (lines.length <= 2) return lines;
  }
  return [];
}
const MIND_LETTERS = 112;

const DOG_TOP = 112;
const SMALL_TOP = DOG_TOP + SIDE_HIGH;
const ROWS_TOP = SMALL_TOP + SMALL_HIGH + 20;
const ROWS_HIGH = 236;
const COLUMNS = 3;
const ROW_HIGH = 14;

function rowsOf(plan: Plan) {
  const rows = zoneRows(plan);
  const each = Math.ceil(rows.length / COLUMNS);
  return { rows, each, lineHigh: Math.min(ROW_HIGH, ROWS_HIGH / each) };
}

/** Every place: its length and its tool. */
function Rows({ plan, unit }: Pick<PatternSheetProps, 'plan' | 'unit'>) {
  const { rows, each, lineHigh } = rowsOf(plan);
  const size = Math.min(9.5, lineHigh * 0.8);
  const wide = (WIDE + 12) / COLUMNS;
  return (
    <g fontSize={size}>
      {rows.map(({ zone, sides }, i) => {
        const x = EDGE + Math.floor(i / each) * wide;
        const y = ROWS_TOP + (i % each) * lineHigh;
        return (
          <g key={zone.zone}>
            <text x={x} y={y} fontSize={size * Math.min(1, NAME_LETTERS / `${zone.name} ${sides}`.length)}>
              {zone.name}
              {sides && ` ${sides}`}
            </text>
            <text x={x + 0.56 * wide} y={y} textAnchor="end" fontWeight="bold">
              {formatLeft(zone.leftMm, unit)}
            </text>
            <text x={x + 0.59 * wide} y={y}>
              {toolWords(zone)}
            </text>
            <line x1={x} x2={x + wide - 12} y1={y + 2.6} y2={y + 2.6} stroke="#999" strokeWidth={0.4} />
          </g>
        );
      })}
    </g>
  );
}

const NAME_LETTERS = 19;
const LETTERS = 132;

/** Tools to lay out, runs of combs, lines by hand, cautions: as large as the page has room for. */
function Notes({ plan, lines, unit, sheet }: PatternSheetProps) {
  const notes: (readonly [string, readonly string[]])[] = [
    ['Lay out', [plan.tools.map(({ label, zones }) => `${label} (${zones})`).join(' · ')]],
    ['Runs', plan.runs.filter(isShaping).map((run) => runSentence(run, unit, packs.zones))],
    ['By hand', byHand(plan)],
    ['Mats', matLines(plan, unit)],
    ['Block in first', blockInSentences(plan, unit)],
    ['Lines', lines.map((line) => lineSentence(packs, line, unit))],
    ['Cautions', plan.cautions],
    ['Left alone', leftAlone(plan)],
    ['Remember', sheet.dog.remember],
  ];
  const set = notes.flatMap(([title, texts]) =>
    texts.flatMap((text, i) =>
      wrapped(text, LETTERS).map((line, k) => ({ title: i === 0 && k === 0 ? title : '', line })),
    ),
  );
  const rows = rowsOf(plan);
  const top = ROWS_TOP + rows.each * rows.lineHigh + 12;
  const lineHigh = Math.min(13, (PAPER.height - EDGE - top) / Math.max(1, set.length));
  const size = Math.min(9.5, lineHigh * 0.78);
  return (
    <g fontSize={size}>
      {set.map(({ title, line }, i) => (
        <g key={i}>
          <text x={EDGE} y={top + i * lineHigh} fontWeight="bold">
            {title}
          </text>
          <text x={EDGE + 78} y={top + i * lineHigh}>
            {line}
          </text>
        </g>
      ))}
    </g>
  );
}

/** What has no way to tell stands among the places. */
const isShaping = ({ zones, from, to, liftOff }: Plan['runs'][number]): boolean =>
  zones.length > 2 || from !== null || to !== null || liftOff.length > 0;

/** The forms that take more than one tool; both sides once. */
const byHand = ({ forms }: Plan): readonly string[] =>
  forms.filter(({ side, steps }) => side !== 'right' && steps.length > 1).map(formSentence);

/** What becomes of each mat. */
const matLines = (plan: Plan, unit: LengthUnit): readonly string[] =>
  plan.mats?.mats.map(({ mat, decision, blade, brushMinutes }) => {
    const where = zoneWord(mat.zone);
    if (decision === 'save') return `${where}: brush out, ${Math.round(brushMinutes)} min`;
    const under = blade
      ? `with ${blade.label}, leaves ${formatLength(blade.leavesMm, unit)}`
      : 'no blade passes: left';
    return `${where}: ${decision === 'part' ? 'brush out what goes, clip the rest' : 'clip'} ${under}`;
  }) ?? [];

function leftAlone(plan: Plan): readonly string[] {
  const alone = plan.zones.flatMap(({ zone, protectedBy }) =>
    protectedBy === null ? [] : [`${zoneWord(zone)} (${protectedBy})`],
  );
  return alone.length === 0 ? [] : [alone.join(' · ')];
}

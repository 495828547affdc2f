import type { SignPack } from '../packs/signs.ts';
import type { Entries } from '../terms/merge.ts';
import type { Hands } from './hands.ts';

/** A sheet of findings find by find: `sign lump rib.left`, `length back`, `mat m1`, `coat type` … */
export function handsEntries(hands: Hands): Entries {
  const { measurements, confirmed, findings, coatType, coatModifiers, dense, signs, mats, lengths } = hands;
  const { lastCut, temper } = hands;
  return Object.fromEntries([
    ...Object.entries(measurements).map(([key, value]) => [`measure ${key}`, value]),
    ...confirmed.map((key) => [`confirmed ${key}`, key]),
    ...findings.map((found) => [`finding ${found.finding} ${found.side ?? ''}`, found]),
    ['coatType', coatType],
    ...coatModifiers.map((id) => [`modifier ${id}`, id]),
    ['dense', dense],
    ...signs.map((seen) => [`sign ${seen.sign} ${seen.zone ?? ''}`, seen]),
    ...mats.map((mat) => [`mat ${mat.id} ${mat.zone}`, mat]),
    ...Object.entries(lengths).map(([zone, length]) => [`length ${zone}`, length]),
    ['lastCut', lastCut],
    ['handling', temper.handling],
    ['standing', temper.standingMinutes],
  ]) as Entries;
}

/** The sheet of such entries. Two mats that were given one number by two people get a number each. */
export function handsOfEntries(entries: Entries): Hands {
  const of = (kind: string) =>
    Object.entries(entries)
      .filter(([key]) => key.startsWith(`${kind} `))
      .map(([key, value]) => [key.slice(kind.length + 1), value] as const);
  const values = (kind: string) => of(kind).map(([, value]) => value);
  return {
    measurements: Object.fromEntries(of('measure')) as Hands['measurements'],
    confirmed: values('confirmed') as Hands['confirmed'],
    findings: values('finding') as Hands['findings'],
    coatType: entries.coatType as string,
    coatModifiers: values('modifier') as string[],
    dense: entries.dense as boolean,
    signs: values('sign') as Hands['signs'],
    mats: numbered(values('mat') as Hands['mats']),
    lengths: Object.fromEntries(of('length')) as Hands['lengths'],
    lastCut: (entries.lastCut ?? null) as Hands['lastCut'],
    temper: {
      handling: entries.handling as Hands['temper']['handling'],
      standingMinutes: (entries.standing ?? null) as number | null,
    },
  };
}

function numbered(mats: Hands['mats']): Hands['mats'] {
  const used = new Set<string>();
  return mats.map((mat) => {
    let { id } = mat;
    for (let n = 1; used.has(id); n++) id = `m${n}`;
    used.add(id);
    return { ...mat, id };
  });
}

/** Entries that no merge takes off a sheet: a sign that stops the work is taken off by a person. */
export function staysOnSheet({ signs }: SignPack): (key: string) => boolean {
  const stopping = new Set(signs.filter(({ stop }) => stop !== null).map(({ id }) => id));
  return (key) => {
    const [kind = '', id = ''] = key.split(' ');
    return kind === 'sign' && stopping.has(id);
  };
}

import { choicesSchema } from '@kurrel/contract';
import type { TableEvent } from '@kurrel/core';
import { openDB } from 'idb';
import type { KeptAct } from './acts.ts';
import type { Base, Part, PartValue } from './part.ts';

/** Edits of one part of a visit that the server does not have, by whom they are. */
export interface KeptEdits {
  readonly id: string;
  readonly personId: string;
  readonly visitId: string;
  readonly part: Part;
  readonly base: Base;
  readonly value: PartValue;
  /** To be sent: findings always, a draft once somebody pressed save. */
  readonly wanted: boolean;
  /** What is on its way, and its idempotency key; whether it arrived is not known. */
  readonly sending: { readonly key: string; readonly value: PartValue } | null;
}

/** What the server is known to have of a dog's log. */
interface KeptLog {
  readonly id: string;
  readonly log: readonly TableEvent[];
}

export const keptId = (personId: string, visitId: string, part: Part): string =>
  `${personId}/${visitId}/${part}`;

const STORE = 'edits';
const ACTS = 'acts';
const LOGS = 'logs';
let opened: ReturnType<typeof open> | null = null;
const open = () =>
  openDB('kurrel', 3, {
    upgrade: (db) => {
      for (const store of [STORE, ACTS, LOGS])
        if (!db.objectStoreNames.contains(store)) db.createObjectStore(store, { keyPath: 'id' });
    },
  });
const database = () => (opened ??= open());

/** Committed at once: a page that is left hears no answer, and what waits for one is dropped with it. */
async function put(store: string, value: KeptEdits | KeptAct | KeptLog): Promise<void> {
  const tx = (await database()).transaction(store, 'readwrite');
  const done = Promise.all([tx.store.put(value), tx.done]);
  tx.commit();
  await done;
}

/** Edits kept by an older Kurrel, with what choices have since then. */
function today(edits: KeptEdits): KeptEdits {
  if (edits.part !== 'choices') return edits;
  const whole = (value: PartValue): PartValue => choicesSchema.cast(value);
  const { base, value, sending } = edits;
  return {
    ...edits,
    base: { ...base, value: whole(base.value) },
    value: whole(value),
    sending: sending && { ...sending, value: whole(sending.value) },
  };
}

/** Edits outlive a reload or a closed browser in IndexedDB; a browser that keeps nothing still works, without that. */
export const kept = {
  write: (edits: KeptEdits): Promise<void> => put(STORE, edits),
  async forget(id: string): Promise<void> {
    await (await database()).delete(STORE, id);
  },
  async read(id: string): Promise<KeptEdits | null> {
    const edits = (await (await database()).get(STORE, id)) as KeptEdits | undefined;
    return edits ? today(edits) : null;
  },
  async allOf(personId: string): Promise<readonly KeptEdits[]> {
    const all = (await (await database()).getAll(STORE)) as KeptEdits[];
    return all.filter((edits) => edits.personId === personId).map(today);
  },
};

/** Acts at the table that the server has not taken yet, and the logs it has. */
export const keptActs = {
  write: (act: KeptAct): Promise<void> => put(ACTS, act),
  async forget(ids: readonly string[]): Promise<void> {
    const tx = (await database()).transaction(ACTS, 'readwrite');
    await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
  },
  async all(): Promise<readonly KeptAct[]> {
    return (await (await database()).getAll(ACTS)) as KeptAct[];
  },
  writeLog: (visitId: string, log: readonly TableEvent[]): Promise<void> => put(LOGS, { id: visitId, log }),
  async readLog(visitId: string): Promise<readonly TableEvent[]> {
    return ((await (await database()).get(LOGS, visitId)) as KeptLog | undefined)?.log ?? [];
  },
  /** Of every visit but these. */
  async forgetLogs(but: readonly string[] = []): Promise<void> {
    const tx = (await database()).transaction(LOGS, 'readwrite');
    const ids = (await tx.store.getAllKeys()).filter((id) => !but.includes(String(id)));
    await Promise.all([...ids.map((id) => tx.store.delete(id)), tx.done]);
  },
};

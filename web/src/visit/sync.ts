import type { Problem } from '@kurrel/contract';
import type { Entries } from '@kurrel/core';
import { decided } from '@kurrel/core';
import isEqual from 'fast-deep-equal';
import type { Base, Part, PartValue } from './part.ts';
import { isSentByItself, mergedPart, newestIn, valueOf } from './part.ts';
import type { KeptEdits } from './kept.ts';
import { keptId } from './kept.ts';
import type { PartSync } from './syncSlice.ts';

/** How a write ended. */
export type Sent =
  | { readonly saved: Base; readonly told: object }
  | { readonly refused: Problem; readonly retryAfterMs?: number };

/** What the outbox needs of the world; the tests give it another. */
export interface SyncPorts {
  readonly send: (edits: KeptEdits, key: string, value: PartValue) => Promise<Sent>;
  readonly kept: {
    readonly write: (edits: KeptEdits) => Promise<void>;
    readonly forget: (id: string) => Promise<void>;
    readonly read: (id: string) => Promise<KeptEdits | null>;
    readonly allOf: (personId: string) => Promise<readonly KeptEdits[]>;
  };
  readonly newKey: () => string;
  /** Tells the entries of a part that no merge takes away. */
  readonly stays: (part: Part) => Promise<(entry: string) => boolean>;
  /** Resolves after so long, or earlier when the network comes back. */
  readonly pause: (ms: number) => Promise<void>;
  /** Puts a value on the open screen, as one step to undo. */
  readonly show: (visitId: string, part: Part, value: PartValue) => void;
  readonly partStatusChanged: (visitId: string, part: Part, sync: Partial<PartSync>) => void;
  readonly saved: (edits: KeptEdits, told: object) => void;
  readonly tell: (text: string) => void;
}

/** A find goes to the server so long after the last touch. */
const REST_MS = 500;
/** While a length is dragged the browser keeps no more than so many of its steps. */
const KEEP_MS = 120;
const FIRST_BACK_OFF_MS = 1000;
const LONGEST_BACK_OFF_MS = 30_000;

/**
 * The outbox: edits of a visit's parts, kept in the browser until the server has them. Each write has an idempotency key
 * and is sent again under it, with back-off, until somebody answers; what somebody else saved meanwhile is merged in; what
 * clashes waits for a decision.
 */
export class Sync {
  private readonly edits = new Map<string, KeptEdits>();
  private readonly running = new Set<string>();
  private readonly rests = new Map<string, ReturnType<typeof setTimeout>>();
  private readonly keeping = new Map<string, ReturnType<typeof setTimeout>>();

  constructor(private readonly world: SyncPorts) {}

  /**
   * Opens a part on its newest saved version and gives what to show. Findings kept from before are merged into it; a kept
   * draft that is older than it is offered as a difference.
   */
  async open(
    personId: string,
    visitId: string,
    part: Part,
    newest: Base,
  ): Promise<{ first: PartValue; then: PartValue | null }> {
    const id = keptId(personId, visitId, part);
    const kept = this.edits.get(id) ?? (await this.world.kept.read(id).catch(() => null));
    const fresh: KeptEdits = {
      id,
      personId,
      visitId,
      part,
      base: newest,
      value: newest.value,
      wanted: isSentByItself(part),
      sending: null,
    };
    this.world.partStatusChanged(visitId, part, { state: 'saved', problem: null, clash: null, offer: null });
    if (!kept || isEqual(kept.value, newest.value) || isEqual(kept.value, kept.base.value)) {
      this.edits.set(id, fresh);
      void this.forget(id);
      return { first: newest.value, then: null };
    }
    if (kept.base.version >= newest.version) {
      this.edits.set(id, kept);
      this.world.partStatusChanged(visitId, part, { state: 'changed' });
      void this.run(id);
      return { first: kept.base.value, then: kept.value };
    }
    const stays = await this.world.stays(part);
    const merged = mergedPart(part, kept.base.value, kept.value, newest.value, stays);
    if (part === 'choices') {
      this.edits.set(id, fresh);
      const differs = merged.mine.length > 0 || merged.clashes.length > 0;
      this.world.partStatusChanged(visitId, part, { offer: differs ? merged : null });
      if (!differs) void this.forget(id);
      return { first: newest.value, then: null };
    }
    const value = valueOf(part, merged.entries);
    await this.put({ ...fresh, value });
    if (merged.clashes.length > 0)
      this.world.partStatusChanged(visitId, part, { state: 'clash', clash: { merged, theirs: newest } });
    else void this.run(id);
    return { first: newest.value, then: isEqual(value, newest.value) ? null : value };
  }

  /** Whether this is older than what the part is edited against, or the part is on its way just now. */
  knows(personId: string, visitId: string, part: Part, version: number): boolean {
    const id = keptId(personId, visitId, part);
    const base = this.edits.get(id)?.base.version;
    return base !== undefined && (base >= version || this.running.has(id));
  }

  /** Whether there are edits of a part that the server does not have: they are put together with what it has when they are sent. */
  isEdited(personId: string, visitId: string, part: Part): boolean {
    const edits = this.edits.get(keptId(personId, visitId, part));
    return edits !== undefined && !isEqual(edits.value, edits.base.value);
  }

  /** A part was edited on the screen. */
  change(personId: string, visitId: string, part: Part, value: PartValue): void {
    const id = keptId(personId, visitId, part);
    const edits = this.edits.get(id);
    if (!edits || isEqual(edits.value, value)) return;
    const clean = isEqual(value, edits.base.value) && !edits.sending;
    this.edits.set(id, { ...edits, value });
    this.keepSoon(id);
    if (clean) {
      void this.forget(id);
      this.world.partStatusChanged(visitId, part, { state: 'saved', problem: null });
      return;
    }
    if (this.running.has(id)) return;
    this.world.partStatusChanged(visitId, part, { state: 'changed' });
    if (!isSentByItself(part)) return;
    clearTimeout(this.rests.get(id));
    this.rests.set(
      id,
      setTimeout(() => void this.run(id), REST_MS),
    );
  }

  /** Sends a part: a draft when somebody presses save, anything when somebody tries again. */
  async save(personId: string, visitId: string, part: Part): Promise<void> {
    const edits = this.edits.get(keptId(personId, visitId, part));
    if (!edits) return;
    await this.put({ ...edits, wanted: true });
    await this.run(edits.id);
  }

  /** Decides a clash: these entries as mine are, the others as theirs are. */
  async decide(
    personId: string,
    visitId: string,
    part: Part,
    clash: NonNullable<PartSync['clash']>,
    mine: readonly string[],
  ): Promise<void> {
    const edits = this.edits.get(keptId(personId, visitId, part));
    if (!edits) return;
    const value = valueOf(part, decided(clash.merged, mine));
    await this.put({ ...edits, base: clash.theirs, value, sending: null });
    this.world.partStatusChanged(visitId, part, { state: 'changed', clash: null, problem: null });
    this.world.show(visitId, part, value);
    await this.run(edits.id);
  }

  /** Puts edits from before into what is saved now, or lets them go. */
  async answerOffer(
    personId: string,
    visitId: string,
    part: Part,
    offer: NonNullable<PartSync['offer']>,
    putIn: boolean,
  ): Promise<void> {
    const edits = this.edits.get(keptId(personId, visitId, part));
    if (!edits) return;
    this.world.partStatusChanged(visitId, part, { offer: null });
    if (!putIn) return this.forget(edits.id);
    const entries: Entries = decided(
      offer,
      offer.clashes.map(({ key }) => key),
    );
    const value = valueOf(part, entries);
    await this.put({ ...edits, value });
    this.world.partStatusChanged(visitId, part, { state: 'changed' });
    this.world.show(visitId, part, value);
  }

  /** Takes up what this person left unsent, in whatever visit. */
  async resume(personId: string): Promise<void> {
    for (const edits of await this.world.kept.allOf(personId).catch(() => [])) {
      if (!this.edits.has(edits.id)) this.edits.set(edits.id, edits);
      if (edits.wanted) void this.run(edits.id);
    }
  }

  /** Clears memory; IndexedDB keeps the edits by person. */
  close(): void {
    for (const timer of this.rests.values()) clearTimeout(timer);
    this.keepNow();
    this.edits.clear();
  }

  /** Writes what has not been written yet: the page may go. */
  keepNow(): void {
    for (const [id, timer] of this.keeping) {
      clearTimeout(timer);
      this.keeping.delete(id);
      const edits = this.edits.get(id);
      if (edits) void this.put(edits);
    }
  }

  /** Writes the first step of a drag at once, and where it has come to every so often until it rests. */
  private keepSoon(id: string): void {
    if (this.keeping.has(id)) return;
    const write = () => {
      const edits = this.edits.get(id);
      if (edits) void this.put(edits);
      return edits?.value;
    };
    const written = write();
    this.keeping.set(
      id,
      setTimeout(() => {
        this.keeping.delete(id);
        const edits = this.edits.get(id);
        if (edits && edits.value !== written && !isEqual(edits.value, edits.base.value)) this.keepSoon(id);
      }, KEEP_MS),
    );
  }

  private async put(edits: KeptEdits): Promise<void> {
    this.edits.set(edits.id, edits);
    await this.world.kept.write(edits).catch(() => undefined);
  }

  private async forget(id: string): Promise<void> {
    clearTimeout(this.keeping.get(id));
    this.keeping.delete(id);
    await this.world.kept.forget(id).catch(() => undefined);
  }

  private async run(id: string): Promise<void> {
    if (this.running.has(id)) return;
    this.running.add(id);
    try {
      while (await this.step(id));
    } finally {
      this.running.delete(id);
    }
  }

  private backOffMs = FIRST_BACK_OFF_MS;

  /** One write and its answer. True when there is more to send. */
  private async step(id: string): Promise<boolean> {
    let edits = this.edits.get(id);
    if (!edits?.wanted) return false;
    const { visitId, part } = edits;
    // A first draft is saved as it stands: until then nothing was decided.
    const decidedOn = isSentByItself(part) || edits.base.version > 0;
    if (!edits.sending && decidedOn && isEqual(edits.value, edits.base.value)) {
      await this.forget(id);
      this.world.partStatusChanged(visitId, part, { state: 'saved', problem: null });
      return false;
    }
    const sending = edits.sending ?? { key: this.world.newKey(), value: edits.value };
    await this.put({ ...edits, sending });
    this.world.partStatusChanged(visitId, part, { state: 'sending' });
    const sent = await this.world.send(edits, sending.key, sending.value);
    // Meanwhile somebody may have gone on editing, signed out, or somebody else signed in.
    edits = this.edits.get(id);
    if (!edits) return false;
    if ('saved' in sent) {
      this.backOffMs = FIRST_BACK_OFF_MS;
      const wanted = isSentByItself(part);
      await this.put({ ...edits, base: sent.saved, sending: null, wanted });
      this.world.saved(edits, sent.told);
      const done = isEqual(edits.value, sent.saved.value);
      this.world.partStatusChanged(visitId, part, { state: done ? 'saved' : 'changed', problem: null });
      if (done) await this.forget(id);
      return !done && wanted;
    }
    const { refused } = sent;
    if (refused.type === 'urn:kurrel:problem:changed-meanwhile') return this.mergeIn(edits, refused);
    if (refused.status === 401) {
      this.world.partStatusChanged(visitId, part, { state: 'signed-out', problem: refused });
      return false;
    }
    if (refused.status === 0 || refused.status >= 500) {
      this.world.partStatusChanged(visitId, part, { state: 'retrying', problem: refused });
      await this.world.pause(sent.retryAfterMs ?? this.backOffMs);
      this.backOffMs = Math.min(LONGEST_BACK_OFF_MS, this.backOffMs * 2);
      return this.edits.has(id);
    }
    await this.put({ ...edits, sending: null, wanted: isSentByItself(part) });
    this.world.partStatusChanged(visitId, part, { state: 'refused', problem: refused });
    return false;
  }

  private async mergeIn(edits: KeptEdits, refused: Problem): Promise<boolean> {
    const { visitId, part } = edits;
    const theirs = newestIn(part, refused.current, edits.base);
    const stays = await this.world.stays(part);
    const merged = mergedPart(part, edits.base.value, edits.value, theirs.value, stays);
    if (merged.clashes.length > 0) {
      await this.put({ ...edits, sending: null });
      this.world.partStatusChanged(visitId, part, {
        state: 'clash',
        clash: { merged, theirs },
        problem: null,
      });
      return false;
    }
    const value = valueOf(part, merged.entries);
    await this.put({ ...edits, base: theirs, value, sending: null });
    this.world.show(visitId, part, value);
    this.world.tell(`${theirs.by} saved meanwhile; both are kept.`);
    return true;
  }
}

import type { Problem, SentEvent } from '@kurrel/contract';
import type { TableAct, TableEvent } from '@kurrel/core';
import { inTurn } from '@kurrel/core';

/** An act that the server does not have yet, by whose hand and for which dog. */
export interface KeptAct {
  readonly id: string;
  readonly personId: string;
  readonly by: string;
  readonly visitId: string;
  readonly event: SentEvent;
  /** Why the server would not take it: kept, and shown, until somebody lets it go. */
  readonly refused: Problem | null;
}

/** How a batch of acts ended: the whole log, or why not. */
export type LogSent =
  { readonly log: readonly TableEvent[] } | { readonly refused: Problem; readonly retryAfterMs?: number };

/** Where the table's log stands between this device and the server. */
export interface LogState {
  readonly events: readonly TableEvent[];
  /** Acts that the server has not answered for: those kept on this device, and those it is still keeping. */
  readonly waiting: number;
  readonly refused: readonly KeptAct[];
  readonly state: 'sent' | 'sending' | 'retrying' | 'signed-out';
}

/** What the log needs of the world; the tests give it another. */
export interface ActPorts {
  readonly send: (visitId: string, events: readonly SentEvent[]) => Promise<LogSent>;
  readonly kept: {
    readonly write: (act: KeptAct) => Promise<void>;
    readonly forget: (ids: readonly string[]) => Promise<void>;
    readonly all: () => Promise<readonly KeptAct[]>;
    /** What the server is known to have of a dog's log. */
    readonly writeLog: (visitId: string, log: readonly TableEvent[]) => Promise<void>;
    readonly readLog: (visitId: string) => Promise<readonly TableEvent[]>;
  };
  readonly newId: () => string;
  readonly now: () => number;
  readonly device: string;
  readonly pause: (ms: number) => Promise<void>;
  readonly show: (visitId: string, state: LogState) => void;
}

const BATCH = 50;
const FIRST_BACK_OFF_MS = 500;
const LONGEST_BACK_OFF_MS = 20_000;

/**
 * The table's log on this device: every act is stored here first, then shown, then sent in order; what was sent and not answered is sent
 * again as it is, for each act has its own name and the server takes it once. What another device did comes in with every
 * answer.
 */
export class Acts {
  private readonly logs = new Map<string, readonly TableEvent[]>();
  private waiting: readonly KeptAct[] = [];
  /** Touched, and not yet stored on this device: counted, not shown. */
  private readonly keeping = new Set<string>();
  private readonly running = new Set<string>();
  private state: LogState['state'] = 'sent';
  private ready: Promise<void> | null = null;

  constructor(private readonly world: ActPorts) {}

  /** Opens a dog's log: what this device has kept, and what it knows the server to have. */
  async open(visitId: string): Promise<void> {
    await this.loaded();
    const known = await this.world.kept.readLog(visitId).catch(() => []);
    this.joined(visitId, known);
    this.tell(visitId);
    void this.run(visitId);
  }

  /** The server's log, read anew. */
  async receiveLog(visitId: string, log: readonly TableEvent[]): Promise<void> {
    await this.known(visitId, log);
    this.tell(visitId);
  }

  /** The server's log where marks of acts have changed: it takes the place of what was known. */
  async replaced(visitId: string, log: readonly TableEvent[]): Promise<void> {
    this.logs.set(visitId, log);
    await this.receiveLog(visitId, log);
  }

  /** One touch: kept on this device before anything else happens with it. */
  async act(
    person: { readonly id: string; readonly name: string },
    visitId: string,
    act: TableAct,
  ): Promise<void> {
    await this.loaded();
    const last = this.eventsOf(visitId).at(-1);
    // A device whose clock is behind still acts after what it has seen.
    const at = Math.max(this.world.now(), last ? Date.parse(last.at) + 1 : 0);
    const event: SentEvent = {
      ...act,
      id: this.world.newId(),
      at: new Date(at).toISOString(),
      device: this.world.device,
      // Whoever is signed in when it is sent, it is by whoever did it.
      doneBy: person.id,
    };
    const kept: KeptAct = {
      id: event.id,
      personId: person.id,
      by: person.name,
      visitId,
      event,
      refused: null,
    };
    this.waiting = [...this.waiting, kept];
    this.keeping.add(kept.id);
    this.tell(visitId);
    await this.world.kept.write(kept).catch(() => undefined);
    this.keeping.delete(kept.id);
    this.tell(visitId);
    void this.run(visitId);
  }

  /** Takes up what was left unsent, of whatever dog and by whose hand: after signing in, after a crash. */
  async resume(): Promise<void> {
    await this.loaded();
    const visits = new Set(this.waiting.map(({ visitId }) => visitId));
    for (const visitId of visits) void this.run(visitId);
  }

  /** Lets go of an act that the server would not take. */
  async letGo(visitId: string, id: string): Promise<void> {
    this.waiting = this.waiting.filter((one) => one.id !== id);
    await this.world.kept.forget([id]).catch(() => undefined);
    this.tell(visitId);
  }

  private loaded(): Promise<void> {
    this.ready ??= this.world.kept
      .all()
      .then((acts) => {
        this.waiting = [...acts].sort((a, b) => a.event.at.localeCompare(b.event.at));
      })
      .catch(() => undefined);
    return this.ready;
  }

  /** A log is only ever added to: an answer that was overtaken takes nothing away. */
  private joined(visitId: string, log: readonly TableEvent[]): readonly TableEvent[] {
    const all = inTurn([...(this.logs.get(visitId) ?? []), ...log]);
    this.logs.set(visitId, all);
    return all;
  }

  /** What the server has, on this device too: opened without a network, it still knows. */
  private async known(visitId: string, log: readonly TableEvent[]): Promise<void> {
    await this.world.kept.writeLog(visitId, this.joined(visitId, log)).catch(() => undefined);
  }

  private eventsOf(visitId: string): readonly TableEvent[] {
    const own = this.waiting
      .filter((one) => one.visitId === visitId && one.refused === null)
      .map(({ event, by }): TableEvent => ({ ...event, by }));
    return inTurn([...(this.logs.get(visitId) ?? []), ...own]);
  }

  private tell(visitId: string): void {
    const own = this.waiting.filter((one) => one.visitId === visitId);
    this.world.show(visitId, {
      events: this.eventsOf(visitId).filter(({ id }) => !this.keeping.has(id)),
      waiting: own.filter(({ refused }) => refused === null).length,
      refused: own.filter(({ refused }) => refused !== null),
      state: this.state,
    });
  }

  private async run(visitId: string): Promise<void> {
    if (this.running.has(visitId)) return;
    this.running.add(visitId);
    let backOffMs = FIRST_BACK_OFF_MS;
    let most = BATCH;
    try {
      for (;;) {
        const batch = this.waiting
          .filter((one) => one.visitId === visitId && one.refused === null)
          .slice(0, most);
        if (batch.length === 0) break;
        this.state = 'sending';
        const sent = await this.world.send(
          visitId,
          batch.map(({ event }) => event),
        );
        if ('log' in sent) {
          const ids = batch.map(({ id }) => id);
          await this.known(visitId, sent.log);
          this.waiting = this.waiting.filter(({ id }) => !ids.includes(id));
          await this.world.kept.forget(ids).catch(() => undefined);
          backOffMs = FIRST_BACK_OFF_MS;
          most = BATCH;
          this.state = 'sent';
          this.tell(visitId);
          continue;
        }
        const { refused, retryAfterMs } = sent;
        if (refused.status === 401) {
          this.state = 'signed-out';
          this.tell(visitId);
          return;
        }
        if (refused.status === 0 || refused.status >= 500) {
          this.state = 'retrying';
          this.tell(visitId);
          await this.world.pause(retryAfterMs ?? backOffMs);
          backOffMs = Math.min(LONGEST_BACK_OFF_MS, 2 * backOffMs);
          continue;
        }
        // One bad act does not hold up the others: they go one by one, and the bad one stays here to be seen.
        if (batch.length > 1) most = 1;
        else await this.refuse(batch[0], refused);
        this.tell(visitId);
      }
    } finally {
      this.running.delete(visitId);
    }
  }

  private async refuse(act: KeptAct | undefined, refused: Problem): Promise<void> {
    if (!act) return;
    const marked = { ...act, refused };
    this.waiting = this.waiting.map((one) => (one.id === act.id ? marked : one));
    await this.world.kept.write(marked).catch(() => undefined);
  }
}

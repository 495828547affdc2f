import type { Problem, SentEvent } from '@kurrel/contract';
import type { TableAct, TableEvent } from '@kurrel/core';
import fc from 'fast-check';
import { describe, expect, it, vi } from 'vitest';
import type { ActPorts, KeptAct, LogSent, LogState } from './acts.ts';
import { Acts } from './acts.ts';

const me = { id: 'p1', name: 'Bram' };
const rest = (minutes: number): TableAct => ({ kind: 'rested', minutes });
const problem = (status: number): Problem => ({
  type: 'urn:kurrel:problem:failed',
  title: '',
  detail: '',
  status,
});

/** A server that takes an act once, and a device that keeps what it is given; `answer` may lose either way. */
function salon(
  answer: (sent: readonly SentEvent[]) => 'fine' | 'lost-before' | 'lost-after' | number = () => 'fine',
  pause: () => Promise<void> = () => Promise.resolve(),
) {
  const stored = new Map<string, TableEvent>();
  const disk = new Map<string, KeptAct>();
  const logs = new Map<string, readonly TableEvent[]>();
  let ids = 0;
  let clock = 0;
  const shown: LogState[] = [];
  let held: Promise<void> | null = null;
  const keep = {
    /** What is kept from now on waits until the answer is called. */
    hold: () => {
      let go: () => void = () => undefined;
      held = new Promise((done) => (go = done));
      return go;
    },
  };
  const log = () => [...stored.values()].sort((a, b) => a.at.localeCompare(b.at) || a.id.localeCompare(b.id));
  const device = (name: string, skewMs = 0): Acts => {
    const world: ActPorts = {
      send: (_visit, events): Promise<LogSent> => {
        const how = answer(events);
        if (typeof how === 'number') return Promise.resolve({ refused: problem(how) });
        if (how !== 'lost-before')
          for (const event of events)
            if (!stored.has(event.id)) stored.set(event.id, { ...event, by: 'Bram' });
        return Promise.resolve(how === 'fine' ? { log: log() } : { refused: problem(0) });
      },
      kept: {
        write: async (act) => {
          if (held) await held;
          disk.set(act.id, act);
        },
        forget: (gone) => Promise.resolve(gone.forEach((id) => disk.delete(id))),
        all: () => Promise.resolve([...disk.values()]),
        writeLog: (visit, log) => Promise.resolve(void logs.set(visit, log)),
        readLog: (visit) => Promise.resolve(logs.get(visit) ?? []),
      },
      newId: () => `${name}-${++ids}`,
      now: () => ++clock * 1000 + skewMs,
      device: name,
      pause,
      show: (_visit, state) => void shown.push(state),
    };
    return new Acts(world);
  };
  return { device, stored, disk, log, keep, last: () => shown.at(-1) };
}
/** Waited for as long as a busy machine takes. */
const soon = (seen: () => void) => vi.waitFor(seen, { timeout: 20_000 });
const settled = (disk: ReadonlyMap<string, unknown>) => soon(() => expect(disk.size).toBe(0));

describe('acts at the table', () => {
  it('are on the device before they are sent, and shown at once', async () => {
    const { device, disk, last } = salon(
      () => 'lost-before',
      () => new Promise(() => undefined),
    );
    const acts = device('tablet');
    await acts.open('v');
    await acts.act(me, 'v', rest(5));
    expect(disk.size).toBe(1);
    expect(last()).toMatchObject({ waiting: 1 });
    expect(last()?.events).toMatchObject([{ kind: 'rested', by: 'Bram' }]);
  });

  it('one that this device is still keeping is not called sent', async () => {
    const { device, last, keep } = salon();
    const acts = device('tablet');
    await acts.open('v');
    await acts.act(me, 'v', rest(5));
    await soon(() => expect(last()).toMatchObject({ waiting: 0 }));
    const done = keep.hold();
    const touched = acts.act(me, 'v', rest(6));
    await Promise.resolve();
    expect(last()).toMatchObject({ waiting: 1 });
    expect(last()?.events, 'shown before it is kept').toHaveLength(1);
    done();
    await touched;
    expect(last()?.events).toHaveLength(2);
  });

  it('tapped through a road that loses every way, are there once each, in the order they were tapped', async () => {
    const roads = fc.array(fc.constantFrom('fine', 'lost-before', 'lost-after', 503), { maxLength: 12 });
    await fc.assert(
      fc.asyncProperty(
        roads,
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: -500_000, max: 500_000 }),
        async (road, taps, skew) => {
          let sent = 0;
          const { device, disk, log } = salon(() => (road[sent++] ?? 'fine') as 'fine');
          const acts = device('tablet', skew);
          await acts.open('v');
          for (let i = 1; i <= taps; i++) await acts.act(me, 'v', rest(i));
          await settled(disk);
          expect(log().map((event) => event.kind === 'rested' && event.minutes)).toEqual(
            Array.from({ length: taps }, (_, i) => i + 1),
          );
        },
      ),
      { numRuns: 40 },
    );
  });

  it('are taken up again after a crash, by the next that opens', async () => {
    let down = true;
    const { device, disk, log, stored } = salon(() => (down ? 401 : 'fine'));
    const first = device('tablet');
    await first.open('v');
    await first.act(me, 'v', rest(1));
    await first.act(me, 'v', rest(2));
    expect(stored.size).toBe(0);
    down = false;
    await device('tablet').resume();
    await settled(disk);
    expect(log()).toHaveLength(2);
  });

  it('that the server has are known when the device opens again without it; an overtaken answer takes nothing away', async () => {
    let down = false;
    const { device, disk, last } = salon(() => (down ? 401 : 'fine'));
    const first = device('tablet');
    await first.open('v');
    await first.act(me, 'v', rest(1));
    await settled(disk);
    down = true;
    const again = device('tablet');
    await again.open('v');
    await again.act(me, 'v', rest(2));
    await again.receiveLog('v', []);
    expect(last()?.events.map((event) => event.kind === 'rested' && event.minutes)).toEqual([1, 2]);
  });

  it('of two devices come together on both', async () => {
    const { device, disk, last } = salon();
    const [tablet, phone] = [device('tablet'), device('phone')];
    await Promise.all([tablet.open('v'), phone.open('v')]);
    await tablet.act(me, 'v', rest(1));
    await settled(disk);
    await phone.act(me, 'v', rest(2));
    await settled(disk);
    await soon(() => expect(last()?.events).toHaveLength(2));
  });

  it('one the server will not take holds up no other, and is kept to be seen', async () => {
    const { device, disk, log, last } = salon((events) =>
      events.some((event) => event.kind === 'rested' && event.minutes === 2) ? 422 : 'fine',
    );
    const acts = device('tablet');
    await acts.open('v');
    for (const minutes of [1, 2, 3]) await acts.act(me, 'v', rest(minutes));
    await soon(() => expect(log()).toHaveLength(2));
    await soon(() => expect(last()?.refused).toHaveLength(1));
    expect([...disk.values()].map(({ refused }) => refused?.status)).toEqual([422]);
    await acts.letGo('v', [...disk.keys()][0] ?? '');
    expect([disk.size, last()?.refused.length]).toEqual([0, 0]);
  });

  it('on a device whose clock is behind still come after what it has seen', async () => {
    const { device, disk, log } = salon();
    const [right, behind] = [device('right', 9_000_000), device('behind', -9_000_000)];
    await right.open('v');
    await right.act(me, 'v', rest(1));
    await settled(disk);
    await behind.open('v');
    await behind.receiveLog('v', log());
    await behind.act(me, 'v', rest(2));
    await settled(disk);
    expect(log().map(({ device: name }) => name)).toEqual(['right', 'behind']);
  });
});

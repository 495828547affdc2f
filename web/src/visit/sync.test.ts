import type { Choices, Problem } from '@kurrel/contract';
import { AS_DRAWN } from '@kurrel/core';
import { describe, expect, it, vi } from 'vitest';
import type { KeptEdits } from './kept.ts';
import type { Base, PartValue } from './part.ts';
import { stayingFindings } from '../parts/visitCase.ts';
import type { Sent, SyncPorts } from './sync.ts';
import { Sync } from './sync.ts';
import type { PartSync } from './syncSlice.ts';

const lamb: Choices = {
  trimId: 'lamb',
  purpose: 'pet',
  wish: AS_DRAWN,
  schools: {},
  sides: {},
  overrides: [],
  scope: [],
};
const weeks = (weeksBetween: number): Choices => ({ ...lamb, wish: { ...AS_DRAWN, weeksBetween } });
const back = (choices: Choices, targetMm: number): Choices => ({
  ...choices,
  overrides: [{ zone: 'back', targetMm, toolId: null, direction: null, reason: '', acknowledged: false }],
});
const problem = (status: number, kind = 'failed', current?: unknown): Sent => ({
  refused: { type: `urn:kurrel:problem:${kind}` as Problem['type'], title: '', detail: '', status, current },
});
const based = (version: number, value: PartValue): Base => ({ version, dogVersion: 0, value, by: 'Bram' });

/** A server that answers as it is told to, and a browser that keeps what it is given. */
function desk(...answers: ((edits: KeptEdits, value: PartValue) => Sent)[]) {
  const disk = new Map<string, KeptEdits>();
  const sent: { key: string; value: PartValue; version: number }[] = [];
  const shown: PartValue[] = [];
  let sync: PartSync = { state: 'saved', problem: null, clash: null, offer: null };
  let keys = 0;
  let written = 0;
  const world: SyncPorts = {
    send: (edits, key, value) => {
      sent.push({ key, value, version: edits.base.version });
      const answer = answers.shift();
      return Promise.resolve(answer ? answer(edits, value) : ok(edits, value));
    },
    kept: {
      write: (edits) => {
        written++;
        return Promise.resolve(void disk.set(edits.id, edits));
      },
      forget: (id) => Promise.resolve(void disk.delete(id)),
      read: (id) => Promise.resolve(disk.get(id) ?? null),
      allOf: (personId) => Promise.resolve([...disk.values()].filter((edits) => edits.personId === personId)),
    },
    newKey: () => `key-${++keys}`,
    stays: (part) => Promise.resolve(part === 'hands' ? stayingFindings : () => false),
    pause: () => Promise.resolve(),
    show: (_visit, _part, value) => void shown.push(value),
    partStatusChanged: (_visit, _part, change) => {
      sync = { ...sync, ...change };
    },
    saved: () => undefined,
    tell: () => undefined,
  };
  const of = (another = new Sync(world)) => another;
  return { sync: of(), again: () => of(), disk, sent, shown, stands: () => sync, writes: () => written };
}
const ok = ({ base }: KeptEdits, value: PartValue): Sent => ({
  saved: based(base.version + 1, value),
  told: {},
});

describe('a draft on its way to the server', () => {
  it('is sent when it is saved, against the version it was made from, and then kept no longer', async () => {
    const { sync, sent, disk, stands } = desk();
    await sync.open('me', 'v', 'choices', based(3, lamb));
    sync.change('me', 'v', 'choices', weeks(6));
    expect(stands().state).toBe('changed');
    expect(sent).toEqual([]);
    await sync.save('me', 'v', 'choices');
    expect(sent).toEqual([{ key: 'key-1', value: weeks(6), version: 3 }]);
    expect(stands().state).toBe('saved');
    expect(disk.size).toBe(0);
  });

  it('dragged through many lengths it is written a few times, and the last length is among them', async () => {
    const { sync, disk, writes } = desk();
    await sync.open('me', 'v', 'choices', based(3, lamb));
    for (let mm = 10; mm <= 60; mm++) sync.change('me', 'v', 'choices', back(lamb, mm));
    expect(writes()).toBe(1);
    await vi.waitFor(() => expect([...disk.values()][0]?.value).toEqual(back(lamb, 60)), {
      timeout: 20_000,
    });
    expect(writes()).toBe(2);
    sync.change('me', 'v', 'choices', back(lamb, 61));
    sync.change('me', 'v', 'choices', back(lamb, 62));
    sync.keepNow();
    expect([...disk.values()][0]?.value).toEqual(back(lamb, 62));
  });

  it('a first draft is saved as it stands', async () => {
    const { sync, sent } = desk();
    await sync.open('me', 'v', 'choices', based(0, lamb));
    await sync.save('me', 'v', 'choices');
    expect(sent).toHaveLength(1);
  });

  it('without an answer it is sent again under the same key, whatever was typed meanwhile, and that after it', async () => {
    const { sync, sent } = desk(
      () => problem(0),
      () => {
        sync.change('me', 'v', 'choices', weeks(9));
        return problem(503, 'unavailable');
      },
      ok,
    );
    await sync.open('me', 'v', 'choices', based(1, lamb));
    sync.change('me', 'v', 'choices', weeks(6));
    await sync.save('me', 'v', 'choices');
    expect(sent.map(({ key, value }) => [key, (value as Choices).wish.weeksBetween])).toEqual([
      ['key-1', 6],
      ['key-1', 6],
      ['key-1', 6],
    ]);
    await sync.save('me', 'v', 'choices');
    expect(sent.at(-1)).toMatchObject({ key: 'key-2', version: 2, value: weeks(9) });
  });

  it('what somebody else saved meanwhile is merged in and the whole is sent', async () => {
    const theirs = { version: 2, choices: back(lamb, 9), savedBy: 'Ottilie', savedAt: '' };
    const { sync, sent, shown } = desk(() => problem(412, 'changed-meanwhile', theirs));
    await sync.open('me', 'v', 'choices', based(1, lamb));
    sync.change('me', 'v', 'choices', weeks(6));
    await sync.save('me', 'v', 'choices');
    expect(sent.at(-1)).toMatchObject({ key: 'key-2', version: 2, value: back(weeks(6), 9) });
    expect(shown).toEqual([back(weeks(6), 9)]);
  });

  it('what clashes waits for a decision, and is then saved as decided', async () => {
    const theirs = { version: 2, choices: back(lamb, 9), savedBy: 'Ottilie', savedAt: '' };
    const { sync, sent, stands } = desk(() => problem(412, 'changed-meanwhile', theirs));
    await sync.open('me', 'v', 'choices', based(1, lamb));
    sync.change('me', 'v', 'choices', back(weeks(6), 12));
    await sync.save('me', 'v', 'choices');
    const { clash } = stands();
    expect(clash?.merged.clashes.map(({ key }) => key)).toEqual(['override back']);
    expect(sent).toHaveLength(1);
    if (clash) await sync.decide('me', 'v', 'choices', clash, ['override back']);
    expect(sent.at(-1)).toMatchObject({ version: 2, value: back(weeks(6), 12) });
    expect(stands()).toMatchObject({ state: 'saved', clash: null });
  });

  it('who is signed out keeps what was not sent; signed in again, it goes', async () => {
    const { sync, again, sent, disk, stands } = desk(() => problem(401, 'not-signed-in'));
    await sync.open('me', 'v', 'choices', based(1, lamb));
    sync.change('me', 'v', 'choices', weeks(6));
    await sync.save('me', 'v', 'choices');
    expect(stands().state).toBe('signed-out');
    sync.close();
    expect(disk.size).toBe(1);
    const other = again();
    await other.resume('somebody-else');
    expect(sent).toHaveLength(1);
    await other.resume('me');
    await new Promise((resolve) => setTimeout(resolve, 0));
    expect(sent.map(({ key }) => key)).toEqual(['key-1', 'key-1']);
  });

  it('a refusal is said and nothing is lost; mended, it goes under a new key', async () => {
    const { sync, sent, stands, disk } = desk(() => problem(409, 'unsafe'));
    await sync.open('me', 'v', 'choices', based(1, lamb));
    sync.change('me', 'v', 'choices', back(lamb, 0.5));
    await sync.save('me', 'v', 'choices');
    expect(stands()).toMatchObject({ state: 'refused', problem: { status: 409 } });
    expect(disk.size).toBe(1);
    sync.change('me', 'v', 'choices', back(lamb, 9));
    await sync.save('me', 'v', 'choices');
    expect(sent.at(-1)).toMatchObject({ key: 'key-2', value: back(lamb, 9) });
  });
});

describe('opening a part', () => {
  const left = async (value: Choices, version: number) => {
    const at = desk();
    await at.sync.open('me', 'v', 'choices', based(version, lamb));
    at.sync.change('me', 'v', 'choices', value);
    return { ...at, sync: at.again() };
  };

  it('goes on with edits of the version that is still the newest', async () => {
    const { sync } = await left(weeks(6), 2);
    expect(await sync.open('me', 'v', 'choices', based(2, lamb))).toEqual({ first: lamb, then: weeks(6) });
  });

  it('begins with what was saved since, and offers the older edits as a difference', async () => {
    const { sync, stands, shown } = await left(weeks(6), 2);
    const signed = back(lamb, 9);
    expect(await sync.open('me', 'v', 'choices', based(3, signed))).toEqual({ first: signed, then: null });
    const { offer } = stands();
    expect(offer?.mine).toEqual(['wish weeksBetween']);
    if (offer) await sync.answerOffer('me', 'v', 'choices', offer, true);
    expect(shown).toEqual([back(weeks(6), 9)]);
  });

  it('offers nothing when the older edits are in what was saved', async () => {
    const { sync, stands, disk } = await left(weeks(6), 2);
    await sync.open('me', 'v', 'choices', based(3, weeks(6)));
    expect(stands().offer).toBeNull();
    expect(disk.size).toBe(0);
  });

  it('another person’s edits are not there', async () => {
    const { sync } = await left(weeks(6), 2);
    expect(await sync.open('you', 'v', 'choices', based(2, lamb))).toEqual({ first: lamb, then: null });
  });
});

import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { eventStream } from './eventStream.ts';

/** What a browser makes of an answer: open, broken (it tries again by itself), or refused for good. */
class Source extends EventTarget {
  static readonly CLOSED = 2;
  static opened: Source[] = [];
  readyState = 0;
  constructor(readonly url: string) {
    super();
    Source.opened.push(this);
  }
  close() {
    this.readyState = Source.CLOSED;
  }
  answer(readyState: number) {
    this.readyState = readyState;
    this.dispatchEvent(new Event(readyState === 1 ? 'open' : 'error'));
  }
}
const last = () => {
  const source = Source.opened.at(-1);
  if (!source) throw new Error('nothing was opened');
  return source;
};
const [BROKEN, OPEN, REFUSED] = [0, 1, 2];

beforeEach(() => {
  vi.useFakeTimers();
  Source.opened = [];
  vi.stubGlobal('EventSource', Source);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('a stream that does not give up', () => {
  it('opens another after a refusal, later each time, and soon again once one has opened', () => {
    let asked = 0;
    const heard = vi.fn();
    eventStream(
      () => `/events?after=${asked++}`,
      (source) => source.addEventListener('change', heard),
    );
    const waits: number[] = [];
    const refused = () => {
      const before = Source.opened.length;
      last().answer(REFUSED);
      let waited = 0;
      for (; Source.opened.length === before; waited += 500) vi.advanceTimersByTime(500);
      waits.push(waited);
    };
    for (let times = 0; times < 7; times++) refused();
    expect(waits).toEqual([1000, 2000, 4000, 8000, 16_000, 30_000, 30_000]);
    expect(last().url).toBe('/events?after=7');
    last().answer(OPEN);
    last().dispatchEvent(new Event('change'));
    expect(heard).toHaveBeenCalledTimes(1);
    refused();
    expect(waits.at(-1)).toBe(1000);
  });

  it('leaves a broken line to the browser', () => {
    eventStream(() => '/events', vi.fn());
    last().answer(BROKEN);
    vi.advanceTimersByTime(60_000);
    expect(Source.opened).toHaveLength(1);
  });

  it('once closed opens no other', () => {
    const stream = eventStream(() => '/events', vi.fn());
    last().answer(REFUSED);
    stream.close();
    vi.advanceTimersByTime(60_000);
    expect(Source.opened).toHaveLength(1);
    expect(last().readyState).toBe(Source.CLOSED);
  });
});

/** A stream of Server-Sent Events that does not give up. */
export interface EventStream {
  readonly close: () => void;
}

const FIRST_BACK_OFF_MS = 1000;
const LONGEST_BACK_OFF_MS = 30_000;

/**
 * Listens at an address. A broken line is taken up again by the browser, but an answer that refuses (503 while the server comes back) ends
 * an `EventSource` for good: then another one is opened after 1 s, 2 s, 4 s … 30 s. `listen` is called with each of them, `addressOf` before
 * each.
 */
export function eventStream(addressOf: () => string, listen: (source: EventSource) => void): EventStream {
  let source: EventSource;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let backOffMs = FIRST_BACK_OFF_MS;
  const open = () => {
    source = new EventSource(addressOf());
    source.addEventListener('open', () => (backOffMs = FIRST_BACK_OFF_MS));
    source.addEventListener('error', () => {
      if (source.readyState !== EventSource.CLOSED) return;
      timer = setTimeout(open, backOffMs);
      backOffMs = Math.min(LONGEST_BACK_OFF_MS, 2 * backOffMs);
    });
    listen(source);
  };
  open();
  return {
    close: () => {
      clearTimeout(timer);
      source.close();
    },
  };
}

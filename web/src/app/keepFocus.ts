const FOCUSABLE =
  'a[href], button:not(:disabled), input:not(:disabled), select:not(:disabled), textarea:not(:disabled), [tabindex]';

interface Held {
  readonly element: HTMLElement;
  /** From the nearest out. */
  readonly ancestors: readonly HTMLElement[];
  /** Place among the focusable elements of each ancestor. */
  readonly places: readonly number[];
}

/**
 * Focus never falls to the body: when the element that has it is removed or disabled, focus goes to what now stands in
 * its place, nearest first, or to the screen's content. Returns what ends the watch.
 */
export function keepFocus(root: Document): () => void {
  let held: Held | null = null;
  const remember = ({ target }: FocusEvent) => {
    if (target instanceof HTMLElement && target !== root.body) held = holdOf(target);
  };
  const check = () => {
    if (!held) return;
    const { element } = held;
    const lost = !element.isConnected || element.matches(':disabled');
    // A button that was just disabled keeps the focus until the next frame.
    if (!lost || ![root.body, null, element].includes(root.activeElement as HTMLElement | null)) return;
    const next = inPlaceOf(held) ?? root.getElementById('content');
    if (next?.id === 'content') next.tabIndex = -1;
    next?.focus({ preventScroll: true });
  };
  const released = ({ target }: PointerEvent) => {
    if (target instanceof Element && !target.closest(FOCUSABLE)) held = null;
  };
  const observer = new MutationObserver(check);
  root.addEventListener('focusin', remember);
  root.addEventListener('pointerdown', released);
  observer.observe(root.body, {
    childList: true,
    subtree: true,
    attributes: true,
    attributeFilter: ['disabled'],
  });
  return () => {
    observer.disconnect();
    root.removeEventListener('focusin', remember);
    root.removeEventListener('pointerdown', released);
  };
}

function holdOf(element: HTMLElement): Held {
  const ancestors: HTMLElement[] = [];
  for (let at = element.parentElement; at && at !== element.ownerDocument.body; at = at.parentElement)
    ancestors.push(at);
  const places = ancestors.map((ancestor) =>
    [...ancestor.querySelectorAll<HTMLElement>(FOCUSABLE)].indexOf(element),
  );
  return { element, ancestors, places };
}

function inPlaceOf({ ancestors, places }: Held): HTMLElement | null {
  for (const [index, ancestor] of ancestors.entries()) {
    if (!ancestor.isConnected) continue;
    const left = [...ancestor.querySelectorAll<HTMLElement>(FOCUSABLE)].filter((e) => e.tabIndex >= 0);
    const next = left[Math.min(places[index] ?? 0, left.length - 1)];
    if (next) return next;
  }
  return null;
}

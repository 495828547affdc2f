/**
 * An order of the groomer's own over the one that was found: its steps stay as they were put; a step it does not know goes in behind the
 * step it follows in the found order; a step that is no longer there is left out.
 */
export function ownOrder(found: readonly string[], own: readonly string[] | null): readonly string[] {
  if (own === null) return found;
  const there = new Set(found);
  const order = [...new Set(own)].filter((id) => there.has(id));
  const known = new Set(order);
  found.forEach((id, index) => {
    if (known.has(id)) return;
    const before = found.slice(0, index).findLast((other) => known.has(other));
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, id);
    known.add(id);
  });
  return order;
}

/** The order found anew, with pinned steps where they stood. */
export function withPinned(
  found: readonly string[],
  before: readonly string[],
  pinned: readonly string[],
): readonly string[] {
  const places = pinned
    .filter((id) => found.includes(id) && before.includes(id))
    .map((id) => ({ id, at: before.indexOf(id) }))
    .sort((a, b) => a.at - b.at);
  const order = found.filter((id) => !places.some((one) => one.id === id));
  for (const { id, at } of places) order.splice(Math.min(at, order.length), 0, id);
  return order;
}

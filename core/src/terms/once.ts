/** `make`, done once for each object it is asked about and kept as long as that object is. */
export function once<K extends object, V>(make: (of: K) => V): (of: K) => V {
  const made = new WeakMap<K, { readonly value: V }>();
  return (of) => {
    const before = made.get(of);
    if (before) return before.value;
    const value = make(of);
    made.set(of, { value });
    return value;
  };
}

/**
 * `make`, worked out once for each object and kept as long as that object is: a field of an immutable value that is filled in when it is
 * first read. Only for what depends on that one object and nothing else; what is kept between calls otherwise is a planner's.
 */
export function memoizeByObject<K extends object, V>(make: (of: K) => V): (of: K) => V {
  const made = new WeakMap<K, { readonly value: V }>();
  return (of) => {
    const before = made.get(of);
    if (before) return before.value;
    const value = make(of);
    made.set(of, { value });
    return value;
  };
}

/** What was worked out for the last few things asked for. */
export function remembered<K extends object | null, T>(make: (of: K) => T): (of: K) => T {
  const known = new Map<K, T>();
  return (of) => {
    const old = known.get(of);
    if (old !== undefined) return old;
    const made = make(of);
    if (known.size > 40) known.clear();
    known.set(of, made);
    return made;
  };
}

/** Keeps what was made last as long as its key stays the same. */
export function keepingLast<T>(): (key: string, make: () => T) => T {
  let last: { key: string; value: T } | null = null;
  return (key, make) => {
    if (last?.key !== key) last = { key, value: make() };
    return last.value;
  };
}

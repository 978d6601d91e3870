/** Documents are some ten levels deep; what is nested further is no document, and would end who reads it by recursion. */
const DEEPEST = 40;

/**
 * Where in a value stands something that JSON does not keep as it is, in words: a number too large to write down (1e400 is
 * read as Infinity and written as null), NaN, a name that would reach into every object, or a nesting that cannot be
 * followed. Null when all of it is kept. Walks without recursion, in time linear in the value's size.
 */
export function whereNotKept(
  value: unknown,
  place = "",
): { readonly at: string; readonly why: string } | null {
  const open: { value: unknown; at: string; depth: number }[] = [{ value, at: place, depth: 0 }];
  for (let next = open.pop(); next; next = open.pop()) {
    const { value, at, depth } = next;
    if (typeof value === "number" && !Number.isFinite(value))
      return { at, why: `a number has to be finite, got ${value}` };
    if (typeof value !== "object" || value === null) continue;
    if (depth === DEEPEST) return { at, why: `it is nested more than ${DEEPEST} deep` };
    if (Array.isArray(value)) {
      for (let i = value.length - 1; i >= 0; i--)
        open.push({ value: value[i], at: inside(at, i), depth: depth + 1 });
      continue;
    }
    for (const key of Object.keys(value)) {
      if (key === "__proto__") return { at, why: `no field can be called "${key}"` };
      open.push({ value: (value as Record<string, unknown>)[key], at: inside(at, key), depth: depth + 1 });
    }
  }
  return null;
}

function inside(at: string, key: string | number): string {
  return at === "" ? String(key) : `${at}.${key}`;
}

/** Letters and digits that are hard to misread on a printed card: no I, L, O, 0, 1, U. */
const ALPHABET = "23456789ABCDEFGHJKMNPQRSTVWXYZ";

/**
 * A short mark of a text, six characters of 30 (about 29 bits): 64-bit FNV-1a (Fowler, Noll and Vo, from
 * memory), folded. Same text, same mark; two marks of one lesson colliding is a one in 10^8 affair a pair.
 */
export function fingerprint(text: string): string {
  let hash = 0xcbf29ce484222325n;
  for (let i = 0; i < text.length; i++) {
    hash ^= BigInt(text.charCodeAt(i));
    hash = (hash * 0x100000001b3n) & 0xffffffffffffffffn;
  }
  let rest = hash ^ (hash >> 31n);
  let mark = "";
  for (let i = 0; i < 6; i++) {
    mark += ALPHABET[Number(rest % 30n)] ?? "";
    rest /= 30n;
  }
  return mark;
}

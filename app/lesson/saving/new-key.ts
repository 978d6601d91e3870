/** A name that nothing else has, in pages over plain http too. */
export function newKey(): string {
  return crypto.getRandomValues(new Uint32Array(4)).join("-");
}

/**
 * Names that moves and phases of a thing bore in earlier programs, with what they are called now. Documents keep steps and
 * lines by these names: what was saved under an old one is found under the new one.
 */
const FORMER: Readonly<Record<string, string>> = {
  // The bar across a road, before streets met at their corners.
  crossing: "crossing-from",
  "mark-crossing-from-left": "mark-left-from",
  "mark-crossing-to-left": "mark-left-to",
  "crossing-from": "carried-from",
  "crossing-to": "carried-to",
};

/** What a phase or a move, named after its thing ("road/crossing"), is called now; the same where it kept its name. */
export function presentName(id: string): string {
  const at = id.indexOf("/") + 1;
  return id.slice(0, at) + (FORMER[id.slice(at)] ?? id.slice(at));
}

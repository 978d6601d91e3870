/** What the ids of faces stand for, the first that fits: the ids are the program's, a person is told of "the near slope". */
const CALLED: readonly (readonly [RegExp, string | ((...parts: string[]) => string)])[] = [
  [/^side-near-foot-near-eave$/, "near wall"],
  [/^side-near-eave-peak$/, "near slope"],
  [/^side-peak-far-eave$/, "far slope"],
  [/^side-far-eave-far-foot$/, "far wall"],
  [/^side-far-foot-near-foot$/, "bottom"],
  [/^side-/, "side"],
  [/^(left|right|front|back)$/, (side) => `${side} side`],
  [/^(floor|ceiling|top|bottom|screen)$/, (name) => name],
  [/^(left|right|back|front)-(wall|slope|side)$/, (side, part) => `${side} ${part}`],
  [/^(?:top|leg)-(?:\d+-)?top$/, "top"],
  [/^top-/, "edge of the top"],
  [/^leg-/, "leg"],
  [/^(front|post|crown|thing)-(\d+)$/, (part, n) => `${part} ${n}`],
  [/^([a-z0-9])\d+-(front|back)$/, (letter, side) => `${side} of the ${letter.toUpperCase()}`],
  [/^([a-z0-9])\d+-side-/, (letter) => `side of the ${letter.toUpperCase()}`],
];

/** A face in words, to stand after "the": "left side", "near slope", "side of the C"; "side" where it has no name of its own. */
export function callFace(id: string): string {
  const mirrored = id.replace(/^thing-\d+-(?=.*[a-z])/, "");
  for (const [pattern, words] of CALLED) {
    const found = pattern.exec(mirrored);
    if (found) return typeof words === "string" ? words : words(...found.slice(1));
  }
  return "side";
}

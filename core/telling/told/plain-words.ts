/** Plain words for young readers, each as long as what it stands for, so that sentences keep their length. */
const PLAIN: readonly (readonly [RegExp, string])[] = [
  [/\bupright\b/g, "up-line"],
  [/\buprights\b/g, "up-lines"],
  [/\bUprights\b/g, "Up-lines"],
  [/\blevel line\b/g, "flat line"],
  [/\blevel lines\b/g, "flat lines"],
  [/\b([Ll])ightly\b/g, "softly"],
  [/\bfirmly\b/g, "hard"],
  [/\bdiagonals\b/g, "cross-lines"],
  [/\bDiagonals\b/g, "Cross-lines"],
];

/** The same in plainer words. */
export function inPlainWords(text: string): string {
  return PLAIN.reduce((said, [long, short]) => said.replace(long, short), text).replace(/^softly/, "Softly");
}

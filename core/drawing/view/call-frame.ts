/** A frame as words, with its article: "the-right-bench" is the right bench's own, "left-side" the left side. */
export function callFrame(frameId: string): string {
  const words = frameId.replaceAll("-", " ");
  return words.startsWith("the ") || /\d$/.test(words) ? words : `the ${words}`;
}

/** A frame's id as words: "the-right-bench" is the right bench's own. */
export function callFrame(frameId: string): string {
  return frameId.replaceAll("-", " ");
}

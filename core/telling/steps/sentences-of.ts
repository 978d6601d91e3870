/** A text in its sentences: after a full stop, question or exclamation mark, before a capital or a quotation. */
export function sentencesOf(text: string): string[] {
  return text.split(/(?<=[.!?]) (?=[\p{Lu}"])/u);
}

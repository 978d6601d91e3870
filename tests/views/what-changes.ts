import { createHash } from "node:crypto";
import { sent, settled } from "./app-in-process.tsx";
import { outlineOf } from "./outline.ts";
import { whicheverCrate } from "./quay.ts";

/** What is sent to be saved and what of the page comes and goes when something is done to it, as lines. */
export async function whatChanges(page: Element, act: () => unknown): Promise<string[]> {
  const before = outlineOf(document.body);
  sent.length = 0;
  await act();
  await settled(page);
  return [
    ...sent.map((s) => `  sends ${whicheverCrate(JSON.stringify(s.changes))}`),
    ...differenceOf(before, outlineOf(document.body)),
  ];
}

/**
 * What a page looks like and what is typed in its fields; whether there is something to do again is left out, which stays
 * when an edit is taken back.
 */
export function looksOf(page: Element): string {
  const fields = [...page.querySelectorAll<HTMLInputElement>("input, textarea")].map((field) => field.value);
  return [outlineOf(page).replace(/(\[type=button aria-label=Redo) disabled\]/, "$1]"), ...fields].join("\n");
}

/** So many lines of a difference can be read; the others are a hash. */
const READ = 8;
/** So much of a line is read, likewise. */
const WIDE = 160;
const wide = (line: string) => `${line.slice(0, WIDE)}… ${hashOf(line)}`;
const hashOf = (text: string) => createHash("sha1").update(text).digest("hex").slice(0, 8);

/** What of a page came and went, without what only stands elsewhere. */
function differenceOf(before: string, after: string): string[] {
  // The ways to the other places carry the chosen step: they say nothing of this one.
  const lines = (text: string) =>
    whicheverCrate(text)
      .split("\n")
      .map((line) => line.trim())
      .filter((line) => !line.startsWith("a [.place "));
  const less = (from: string[], by: string[]) => {
    const left = new Map<string, number>();
    for (const line of by) left.set(line, (left.get(line) ?? 0) + 1);
    return from.filter((line) => {
      const n = left.get(line) ?? 0;
      left.set(line, n - 1);
      return n <= 0;
    });
  };
  return (
    [
      ["-", less(lines(before), lines(after))],
      ["+", less(lines(after), lines(before))],
    ] as const
  ).flatMap(([sign, of]) => {
    const more = of.slice(READ);
    return [
      ...of.slice(0, READ).map((line) => `  ${sign} ${line.length > WIDE ? wide(line) : line}`),
      ...(more.length > 0 ? [`  ${sign} ${more.length} more lines ${hashOf(more.join("\n"))}`] : []),
    ];
  });
}

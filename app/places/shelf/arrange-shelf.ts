import type { LessonState } from "#core/pipeline";

/** What the shelf knows of a lesson for finding it. */
export interface Findable {
  readonly title: string;
  readonly view: string;
  readonly state: LessonState;
  readonly steps: number;
  readonly totalMs: number;
  readonly toMend: number;
  readonly updatedAt: Date;
}

export const SORTS = [
  { value: "latest", label: "last worked on" },
  { value: "title", label: "by name" },
  { value: "longest", label: "longest first" },
  { value: "to-mend", label: "what needs a look" },
] as const;
export type Sort = (typeof SORTS)[number]["value"];

/** The lessons in which every word looked for is found, in the order asked for. */
export function arrangeShelf<L extends Findable>(lessons: readonly L[], wanted: string, sort: Sort): L[] {
  const words = wanted.toLowerCase().split(/\s+/).filter(Boolean);
  const found = lessons.filter((l) => {
    const text = `${l.title} ${l.view} ${l.state}`.toLowerCase();
    return words.every((w) => text.includes(w));
  });
  switch (sort) {
    case "latest":
      return found;
    case "title":
      return found.sort((a, b) => a.title.localeCompare(b.title));
    case "longest":
      return found.sort((a, b) => b.totalMs - a.totalMs);
    case "to-mend":
      return found.sort((a, b) => b.toMend - a.toMend);
  }
}

import { useState } from "react";
import { type ClassKept, totalsOf } from "#core/class/record";

export const SORTS = {
  day: { label: "Day", of: (c: ClassKept) => c.taught.day },
  group: { label: "Group", of: (c: ClassKept) => c.taught.group.toLowerCase() },
  pupils: { label: "Pupils", of: (c: ClassKept) => c.taught.pupils ?? -1 },
  took: { label: "Took", of: (c: ClassKept) => totalsOf(c.taught).tookMs },
  over: { label: "Over", of: (c: ClassKept) => totalsOf(c.taught).tookMs - totalsOf(c.taught).plannedMs },
  stuck: { label: "Stuck", of: (c: ClassKept) => totalsOf(c.taught).stuck },
  slips: { label: "Slips", of: (c: ClassKept) => totalsOf(c.taught).slips },
} as const;
export type Sort = keyof typeof SORTS;

export type ShownClasses = ReturnType<typeof useShownClasses>;

/** The classes that are looked for, in the order that is wanted. */
export function useShownClasses(classes: readonly ClassKept[]) {
  const [sort, setSort] = useState<{ by: Sort; up: boolean }>({ by: "day", up: false });
  const [group, setGroup] = useState<string | null>(null);
  const [find, setFind] = useState("");
  const words = find.trim().toLowerCase();
  const shown = classes
    .filter(
      ({ taught }) =>
        (group === null || taught.group === group) &&
        `${taught.group} ${taught.day} ${taught.change}`.toLowerCase().includes(words),
    )
    .sort((a, b) => {
      const [x, y] = [SORTS[sort.by].of(a), SORTS[sort.by].of(b)];
      return (x < y ? -1 : x > y ? 1 : 0) * (sort.up ? 1 : -1);
    });
  return { shown, sort, setSort, group, setGroup, find, setFind };
}

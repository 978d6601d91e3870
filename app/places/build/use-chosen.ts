import { useCallback, useMemo, useState } from "react";
import type { Lesson } from "#core/document/lesson";

export interface Chosen {
  /** Ids of the things chosen, in the order they were chosen; things that are gone are left out. */
  readonly ids: readonly string[];
  /** The one thing chosen, or null when there is none or several. */
  readonly only: Lesson["objects"][number] | null;
  /** Chooses one thing, or none. */
  choose(id: string | null): void;
  /** Adds a thing to those chosen, or takes it out again. */
  toggle(id: string): void;
  chooseAll(ids: readonly string[]): void;
}

/** The things that are being worked on. */
export function useChosen(objects: Lesson["objects"]): Chosen {
  const [wanted, setWanted] = useState<readonly string[]>([]);
  const choose = useCallback((id: string | null) => setWanted(id === null ? [] : [id]), []);
  return useMemo(() => {
    const byId = new Map(objects.map((o) => [o.id, o]));
    const ids = wanted.filter((id) => byId.has(id));
    return {
      ids,
      only: ids.length === 1 ? (byId.get(ids[0] ?? "") ?? null) : null,
      choose,
      toggle: (id) => setWanted((now) => (now.includes(id) ? now.filter((x) => x !== id) : [...now, id])),
      chooseAll: setWanted,
    };
  }, [objects, wanted, choose]);
}

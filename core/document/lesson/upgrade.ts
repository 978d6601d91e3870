import type { Json } from "../../ground/base/index.ts";

/** A lesson document of any version, as read from its file: nothing of it has been checked. */
export type RawLesson = Readonly<Record<string, Json | undefined>>;

/** Makes a document of one version into one of the next. It knows nothing of recipes or steps as they are now. */
export type Upgrade = (lesson: RawLesson) => RawLesson;

/**
 * What leads from each version to the next: at index 0 from version 1 to 2. A version ever shipped has a golden document
 * in `tests/golden/lessons`; a rise is only for what an older document cannot be read as, never for an optional addition.
 */
export const UPGRADES: readonly Upgrade[] = [saidOfWholePhases];

/** The version of documents that are written now. */
export const LESSON_VERSION = 2;

/** Until version 2 a phase was one step: what was said of a step is said of the whole of its phase. */
function saidOfWholePhases(lesson: RawLesson): RawLesson {
  const { steps } = lesson;
  if (typeof steps !== "object" || steps === null || Array.isArray(steps)) return lesson;
  const said = Object.entries(steps).map(([id, own]) => {
    const plain = typeof own === "object" && own !== null && !Array.isArray(own) && !id.includes("~");
    const speaks =
      plain && ["title", "instruction", "kind", "holdMs"].some((field) => Object.hasOwn(own, field));
    return [id, speaks ? { ...own, whole: true } : own];
  });
  return { ...lesson, steps: Object.fromEntries(said) };
}

export type Upgraded =
  | { readonly kind: "current"; readonly lesson: RawLesson; readonly from: number }
  /** Made by a later program: it may say things that this one would lose. */
  | { readonly kind: "later"; readonly version: number }
  | { readonly kind: "no-version"; readonly got: Json | undefined };

/** Leads a raw document up to the version that is written now. `upgrades` and `version` stand open for tests. */
export function upgradeLesson(
  raw: RawLesson,
  upgrades: readonly Upgrade[] = UPGRADES,
  version: number = LESSON_VERSION,
): Upgraded {
  const from = raw.version;
  if (typeof from !== "number" || !Number.isInteger(from) || from < 1)
    return { kind: "no-version", got: from };
  if (from > version) return { kind: "later", version: from };
  let lesson = raw;
  for (let v = from; v < version; v++) lesson = { ...upgrades[v - 1]?.(lesson), version: v + 1 };
  return { kind: "current", lesson, from };
}

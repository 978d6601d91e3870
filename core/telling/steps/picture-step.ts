import {
  callHeightPoint,
  callVanishingPoint,
  findVanishingPoint,
  type View,
} from "../../drawing/view/index.ts";
import type { PaperPoint } from "../../ground/geometry/index.ts";
import {
  isRinged,
  lettersSaid,
  type Manner,
  type Name,
  nameKey,
  placeOfAct,
  showAct,
  type Told,
} from "../told/index.ts";
import type { FadedWords } from "./fading.ts";
import type { Pictured } from "./step.ts";

export const NOTHING_PICTURED: Pictured = { letters: [], signs: [], numbers: [], hides: [], light: [] };

const NOTHING_TOLD: Told = { act: { do: "leave", at: [] }, moves: [] };

/** Where what the words name lies on the paper. */
export interface OnPaper {
  readonly point: (id: string) => PaperPoint | null;
  /** Places that are named by what they are: corners and vanishing points. */
  readonly plain: ReadonlyMap<string, PaperPoint>;
  readonly manner: Manner;
}

/** Where the names of an act lie on the paper. */
export function placesOf(on: OnPaper): (bearers?: Told["bearers"]) => (name: Name) => PaperPoint | null {
  return (bearers = []) => {
    const ids = new Map(bearers);
    return (name) => {
      const plain = on.plain.get(nameKey(name));
      const id = ids.get(nameKey(name));
      return plain ?? (id === undefined ? null : on.point(id));
    };
  };
}

/** What the picture of a step shows: the letters, lengths and aims of the acts its words tell, and no more. */
export function pictureStep(
  told: readonly Told[],
  words: Pick<FadedWords, "actions" | "toldBy" | "asked" | "answers">,
  on: OnPaper,
): Pictured {
  const spoken = new Set([...words.actions, ...words.answers].flatMap(lettersSaid));
  const letters = new Map<string, { act: number; at: PaperPoint }>();
  for (const [act, { bearers = [] }] of told.entries())
    for (const [name, id] of bearers) {
      const at = spoken.has(name) ? on.point(id) : null;
      if (at) letters.set(name, { act: letters.get(name)?.act ?? act, at });
    }
  const placeIn = placesOf(on);
  const signs = told.flatMap(({ act, bearers }, i) => {
    if (words.asked[i]) return [];
    const at = placeIn(bearers);
    const froms = act.do === "rule" ? act.lines.map((l) => l.from) : [];
    const counted = act.do === "circle" ? act.at : isRinged(froms) ? froms : [];
    return [
      ...counted.flatMap((name) => {
        const place = at(name);
        return place ? [{ act: i, sign: { k: "ring", at: place } as const }] : [];
      }),
      ...showAct(act, { at, manner: on.manner }).map((sign) => ({ act: i, sign })),
    ];
  });
  const numbers = words.actions.flatMap((_, n) => {
    const acts = words.toldBy.flatMap((by, act) => (by === n ? [act] : []));
    const places = acts.map((i) => {
      const { act, bearers } = told[i] ?? NOTHING_TOLD;
      // Where the lines of an act that is asked for begin would be half of the answer.
      if (words.asked[i]) return [];
      return placeOfAct(act, { at: placeIn(bearers), manner: on.manner });
    });
    // A line shows better than a mark what its action is about.
    const along = places.find((p) => p.length > 1) ?? places.find((p) => p.length > 0) ?? [];
    return acts.length > 0 ? [{ n: n + 1, acts, along }] : [];
  });
  return {
    letters: [...letters].map(([says, { act, at }]) => ({ act, says, at })),
    signs,
    numbers,
    hides: told.flatMap((t, i) => (words.asked[i] && t.act.do === "rule" ? t.moves : [])),
    light: told.flatMap((t, i) => (words.asked[i] ? (t.firms ?? []) : [])),
  };
}

/** Two steps in one picture; `acts` and `actions` are how many the first of them has. */
export function joinPictured(a: Pictured, b: Pictured, acts: number, actions: number): Pictured {
  return {
    letters: [
      ...a.letters,
      ...b.letters.flatMap((l) =>
        a.letters.some((k) => k.says === l.says) ? [] : [{ ...l, act: l.act + acts }],
      ),
    ],
    signs: [...a.signs, ...b.signs.map(({ act, sign }) => ({ act: act + acts, sign }))],
    numbers: [
      ...a.numbers,
      ...b.numbers.map(({ n, acts: told, along }) => ({
        n: n + actions,
        acts: told.map((act) => act + acts),
        along,
      })),
    ],
    hides: [...a.hides, ...b.hides],
    light: [...a.light, ...b.light],
  };
}

/** The places of a view that words name by what they are, by the key of that name. */
export function plainPlaces(view: View): Map<string, PaperPoint> {
  const { widthMm: w, heightMm: h } = view.sheet;
  const places = new Map<string, PaperPoint>([
    ["corner top-left", { xMm: 0, yMm: 0 }],
    ["corner top-right", { xMm: w, yMm: 0 }],
    ["corner bottom-right", { xMm: w, yMm: h }],
    ["corner bottom-left", { xMm: 0, yMm: h }],
    ["middle of the sheet", { xMm: w / 2, yMm: h / 2 }],
  ]);
  for (const frame of view.frames)
    for (const axis of ["width", "depth", "height"] as const) {
      const at = findVanishingPoint(view, frame, axis);
      if (!at) continue;
      const called = axis === "height" ? callHeightPoint(view, at) : callVanishingPoint(view, frame, axis);
      places.set(called, at);
    }
  return places;
}

import { type Memo, noMemo } from "../../ground/base/index.ts";
import { mapAct, placesIn } from "./map-act.ts";
import type { Place } from "./places.ts";
import type { Anew, Name, Told } from "./told.ts";

/** I and O are read as digits, V and the like stand for nothing else here. */
const ALPHABET = [..."ABCDEFGHJKLMNPQRSTUVWXYZ"];
/** More like places than this share a letter and are numbered: B1 to B9. */
const MOST_OWN_LETTERS = 4;

/** The acts of one thing in order, in the stretches its steps are cut from. */
export interface ThingTold<N> {
  readonly objectId: string;
  readonly label: string;
  /** Letters that would be mistaken for something drawn: those of the word itself. */
  readonly skip: ReadonlySet<string>;
  readonly stretches: readonly (readonly Told<N>[])[];
}

/** Who goes by which letter while a lesson is told: the latest bearer is the one a pupil thinks of. */
interface Book {
  readonly bearer: Map<string, string>;
  readonly nameOf: Map<string, { name: Name; thing: string; label: string }>;
}

/** When places are spoken of, counted in stretches through the lesson. */
interface Spoken {
  readonly last: ReadonlyMap<string, number>;
  readonly at: (thing: number, stretch: number) => number;
}

/**
 * Gives letters to the places of a lesson, thing by thing, in the order in which they are first spoken of. A place keeps
 * its letter as long as it is spoken of, from one thing to the next too; letters that nobody needs any more are given
 * again, later ones of the alphabet first. Where there are too few, a place is lettered anew, and that is said. A place that
 * is never spoken of again gets none.
 */
export function inLetters(things: readonly ThingTold<Place>[], memo: Memo = noMemo): ThingTold<Name>[] {
  const book: Book = { bearer: new Map(), nameOf: new Map() };
  const spoken = spokenOf(things);
  return things.map((thing, t) => {
    const lettered = letterThing(thing, t, book, spoken);
    // The very same acts as before where no letter has changed: what reads them need not read again.
    const letters = lettered.stretches.flatMap((s) =>
      s.flatMap(({ bearers = [], anew = [] }) => [
        ...bearers.map(([name, id]) => `${name}=${id}`),
        ...anew.map((a) => `${nameKey(a.now)}<${nameKey(a.was)} ${a.of}`),
      ]),
    );
    return memo(`letters ${thing.objectId} ${t}`, [letters.join(" "), ...thing.stretches], () => lettered);
  });
}

function spokenOf(things: readonly ThingTold<Place>[]): Spoken {
  const last = new Map<string, number>();
  const starts: number[] = [];
  let n = 0;
  for (const { stretches } of things) {
    starts.push(n);
    for (const stretch of stretches) {
      for (const { act } of stretch)
        for (const p of placesIn(act).says) if (p.k === "point") last.set(p.id, n);
      n++;
    }
  }
  return { last, at: (thing, stretch) => (starts[thing] ?? 0) + stretch };
}

function letterThing(thing: ThingTold<Place>, t: number, book: Book, spoken: Spoken): ThingTold<Name> {
  const { objectId, label, skip } = thing;
  const letters = ALPHABET.filter((l) => !skip.has(l));
  /** Letters in use by this thing, whoever bears them. */
  const used = new Set<string>();
  /** Places lettered by this thing, or taken over by it. */
  const mine = new Set<string>();
  let now = 0;

  /** Whether a letter, alone or numbered, is borne by a place that is spoken of from here on. */
  function isLive(letter: string): boolean {
    for (const [name, id] of book.bearer)
      if (name.replace(/\d+$/, "") === letter && (spoken.last.get(id) ?? -1) >= now) return true;
    return false;
  }

  const take = letterGiver(letters, used, isLive);

  function bear(id: string, name: Name): Name {
    book.bearer.set(nameKey(name), id);
    book.nameOf.set(id, { name, thing: objectId, label });
    return name;
  }

  function fresh(id: string): Name {
    const letter = take();
    mine.add(id);
    const taken = book.bearer.get(letter);
    const busy = (key: string) => {
      const bearer = book.bearer.get(key);
      return bearer !== undefined && mine.has(bearer) && (spoken.last.get(bearer) ?? -1) >= now;
    };
    if (taken === undefined || !busy(letter)) return bear(id, { k: "letter", letter });
    let nth = 2;
    while (busy(`${letter}${nth}`)) nth++;
    return bear(id, { k: "letter", letter, nth });
  }

  const stretches = thing.stretches.map((stretch, k) => {
    now = spoken.at(t, k);
    return stretch.map(({ act, moves, firms }): Told<Name> => {
      const anew: Anew[] = [];
      const sets = sharedIn(act);
      const nameOf = (place: Place, isNew: boolean): Name => {
        if (place.k !== "point") return place;
        const known = book.nameOf.get(place.id);
        const valid = known && book.bearer.get(nameKey(known.name)) === place.id;
        if (known && valid && mine.has(place.id)) return known.name;
        if (
          known &&
          valid &&
          known.name.k === "letter" &&
          !used.has(known.name.letter) &&
          known.thing !== objectId
        ) {
          // Another thing's place keeps its letter here.
          used.add(known.name.letter);
          mine.add(place.id);
          return known.name;
        }
        const set = sets.get(place.id);
        if (set) return bear(place.id, set);
        const name = fresh(place.id);
        if (known && !isNew)
          anew.push({ now: name, was: known.name, of: known.thing === objectId ? null : known.label });
        return name;
      };
      for (const [id, name] of sets) {
        mine.add(id);
        bear(id, name);
      }
      const bearers = new Map<string, string>();
      const named = mapAct<Place, Name>(act, {
        says: (p) => noted(bearers, p, nameOf(p, false)),
        gives: (p) =>
          p.k === "point" && !spoken.last.has(p.id) && act.do !== "mark"
            ? null
            : noted(bearers, p, nameOf(p, true)),
      });
      return {
        act: named,
        moves,
        bearers: [...bearers],
        ...(firms ? { firms } : {}),
        ...(anew.length > 0 ? { anew } : {}),
      };
    });
  });
  return { ...thing, stretches };

  /** Like places given in one act beyond a few: one letter, numbered in order. */
  function sharedIn(act: Told<Place>["act"]): Map<string, Name> {
    const sets = new Map<string, Name>();
    if (act.do !== "mark" && act.do !== "rule") return sets;
    const given = [
      ...new Set(
        placesIn(act).gives.flatMap((p) =>
          p.k === "point" && !mine.has(p.id) && (act.do === "mark" || spoken.last.has(p.id)) ? [p.id] : [],
        ),
      ),
    ];
    if (given.length <= MOST_OWN_LETTERS) return sets;
    const letter = take();
    for (const [i, id] of given.entries()) sets.set(id, { k: "letter", letter, nth: i + 1 });
    return sets;
  }
}

/**
 * Gives letters in order, round and round: rather one that this thing has not used and nobody bears, then one that nobody bears,
 * then one that this thing has not used.
 */
function letterGiver(
  letters: readonly string[],
  used: Set<string>,
  isLive: (letter: string) => boolean,
): () => string {
  let next = 0;
  const free = (wanted: (letter: string) => boolean) => {
    for (let k = 0; k < letters.length; k++) {
      const letter = letters[(next + k) % letters.length];
      if (letter === undefined || !wanted(letter)) continue;
      next = (next + k + 1) % letters.length;
      used.add(letter);
      return letter;
    }
    return null;
  };
  return () =>
    free((l) => !used.has(l) && !isLive(l)) ??
    free((l) => !isLive(l)) ??
    free((l) => !used.has(l)) ??
    letters[next++ % letters.length] ??
    "A";
}

/** Remembers which place goes by a name: pictures set the letter there. */
function noted(bearers: Map<string, string>, place: Place, name: Name): Name {
  if (place.k === "point") bearers.set(nameKey(name), place.id);
  return name;
}

/** A name as a key: "A", "B3". */
export function nameKey(name: Name): string {
  switch (name.k) {
    case "letter":
      return `${name.letter}${name.nth ?? ""}`;
    case "corner":
      return `corner ${name.of}`;
    case "plain":
      return name.is;
  }
}

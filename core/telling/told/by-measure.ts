import type { Move } from "../../drawing/drafter/index.ts";
import { isDot } from "../../drawing/paper/index.ts";
import type { View } from "../../drawing/view/index.ts";
import { distanceMm, type PaperPoint, pointOn } from "../../ground/geometry/index.ts";
import { placesIn } from "./map-act.ts";
import type { Place } from "./places.ts";
import type { TellInput } from "./tell-input.ts";
import type { OnSheet } from "./tell-line.ts";
import { whereMeasured } from "./tell-mark.ts";
import type { Act, Press, Ruled, Told } from "./told.ts";

/** A place further than this beyond the sheet\'s edge cannot be marked on it. */
const OFF_MM = 0.5;

export function isOff({ xMm, yMm }: PaperPoint, { widthMm, heightMm }: View["sheet"]): boolean {
  return xMm < -OFF_MM || yMm < -OFF_MM || xMm > widthMm + OFF_MM || yMm > heightMm + OFF_MM;
}

/** An act without what lies beyond the sheet: lines that would end there end at its edge, and find nothing out there. */
export function onSheetOnly(on: OnSheet, act: Act<Place>): Act<Place> {
  if (act.do !== "rule") return act;
  const off = (place: Place | undefined) => {
    const at = place?.k === "point" ? on.places.at(place.id) : null;
    return at !== null && isOff(at, on.view.sheet);
  };
  const lines = act.lines.map((line): Ruled<Place> => {
    const { gives, finds, ...rest } = line;
    const kept = finds?.filter((f) => !off(f.gives));
    const ends = off(gives) || (line.end.k === "at" && off(line.end.at));
    return {
      ...rest,
      ...(ends ? { end: { k: "sheet-edge" } as const } : {}),
      ...(gives && !ends ? { gives } : {}),
      ...(kept && kept.length > 0 ? { finds: kept } : {}),
    };
  });
  return { ...act, lines };
}

/** The places an act speaks of that nobody has been told. */
export function unknownIn(act: Act<Place>, given: ReadonlySet<string>): string[] {
  const unknown = placesIn(act).says.flatMap((p) => (p.k === "point" && !given.has(p.id) ? [p.id] : []));
  return [...new Set(unknown)];
}

/**
 * A line that leads to or from where no pupil can be, told by what of it lies on the sheet: its two ends measured, those on
 * the edge along the edge, and joined. Null when nothing of it shows.
 */
export function byMeasure(
  input: TellInput,
  move: Move,
  moveIndex: number,
  press: Press,
): Told<Place>[] | null {
  const { on, given } = input;
  const { places } = on;
  const stroke = input.strokeOf(moveIndex);
  if (!stroke || isDot(stroke) || stroke.trace.kind !== "straight") return null;
  const light = press === "light" && !(move.stroke?.plane === "space" && move.stroke.tailTo !== null);
  const pieces = stroke.pieces.filter((p) => light || p.part !== "tail");
  const [first, last] = [pieces[0], pieces[pieces.length - 1]];
  if (!first || !last) return null;
  const ends = [pointOn(stroke.trace, first.from), pointOn(stroke.trace, last.to)];
  if (
    ends.some((p) => isOff(p, on.view.sheet)) ||
    distanceMm(ends[0] as PaperPoint, ends[1] as PaperPoint) < OFF_MM
  )
    return null;
  const told: Told<Place>[] = [];
  const names = ends.map((at, k): Place => {
    const known = [...(move.ends ?? []), ...move.points.map((p) => p.id)].map(places.one).find((id) => {
      const p = places.at(id);
      return p !== null && distanceMm(p, at) < 0.05;
    });
    const id = known ?? places.found(at, moveIndex) ?? `${move.id}#${k}`;
    const name: Place = known === undefined && id.includes("#") ? { k: "point", id } : places.name(id);
    if (name.k === "point" && !given.has(id)) {
      input.extra.set(id, at);
      told.push({
        act: { do: "mark", at: [{ gives: name, where: whereMeasured(at, on.view.sheet) }] },
        moves: [],
      });
    }
    return name;
  });
  const [a, b] = names;
  if (!a || !b) return null;
  const line: Ruled<Place> = { from: a, toward: { k: "point", at: b }, end: { k: "at", at: b } };
  const things = stroke.stoppedBy.filter((id) => id !== move.objectId).map(input.labelOf);
  const act: Act<Place> = {
    do: "rule",
    lines: [line],
    press: light ? "light" : stroke.role === "hidden" ? "dotted" : "firm",
    ...(things.length > 0 ? { over: things } : {}),
  };
  told.push({ act, moves: [moveIndex] });
  return told;
}

import type { Place } from "./places.ts";
import type { Act, End, Told, Toward } from "./told.ts";

/**
 * Joins acts of one kind that follow each other into one: the same hand, the same aim or way, the same weight, ended
 * alike. A child does them in one go and one sentence tells them.
 */
export function inFamilies(told: readonly Told<Place>[]): Told<Place>[] {
  const out: Told<Place>[] = [];
  for (const next of told) {
    const last = out[out.length - 1];
    const joined = last && !isMarkAndLine(out[out.length - 2]?.act, last.act) && joinActs(last.act, next.act);
    if (last && joined)
      out[out.length - 1] = {
        act: joined,
        moves: [...last.moves, ...next.moves],
        ...(last.firms || next.firms ? { firms: [...(last.firms ?? []), ...(next.firms ?? [])] } : {}),
      };
    else out.push(next);
  }
  return out;
}

/** A crossing marked and the line that starts at it: one action, which takes no others in. */
function isMarkAndLine(before: Act<Place> | undefined, act: Act<Place>): boolean {
  if (before?.do !== "mark" || act.do !== "rule" || act.lines.length > 1) return false;
  const [mark] = before.at;
  return (
    before.at.length === 1 && mark?.where.k === "crossing" && key(mark.gives) === key(act.lines[0]?.from)
  );
}

function joinActs(a: Act<Place>, b: Act<Place>): Act<Place> | null {
  if (a.do === "rule" && b.do === "rule") {
    if (a.press !== b.press || a.as || b.as || a.meets || b.meets) return null;
    if (familyOf(a.lines[0]) !== familyOf(b.lines[0])) return null;
    // What starts where another of them ends can only be told when that one is drawn.
    const ended = new Set(a.lines.flatMap((l) => (l.gives ? [key(l.gives)] : [])));
    if (b.lines.some((l) => ended.has(key(l.from)))) return null;
    // What stands in the way of one line may lie behind the next: only lines stopped alike are told as one.
    if (key(a.over) !== key(b.over)) return null;
    const below = a.below ?? b.below;
    return {
      ...a,
      lines: [...a.lines, ...b.lines],
      ...(below ? { below } : {}),
    };
  }
  if (a.do === "mark" && b.do === "mark") {
    const [x, y] = [a.at[0]?.where, b.at[0]?.where];
    if (
      x?.k === "along" &&
      y?.k === "along" &&
      key([x.line, x.from, x.toward]) === key([y.line, y.from, y.toward])
    )
      return { ...a, at: [...a.at, ...b.at] };
    if (x?.k === "on-edge" && y?.k === "on-edge" && x.mark.edge === y.mark.edge)
      return { ...a, at: [...a.at, ...b.at] };
    if (x?.k === "line-edge" && y?.k === "line-edge" && key(x.line) === key(y.line))
      return { ...a, at: [...a.at, ...b.at] };
    if (x?.k === "crossing" && y?.k === "crossing" && key(x.lines[0]) === key(y.lines[0]))
      return { ...a, at: [...a.at, ...b.at] };
    return null;
  }
  if (a.do === "go-over" && b.do === "go-over" && a.press === b.press && key(a.over) === key(b.over))
    return { ...a, lines: [...a.lines, ...b.lines] };
  if (a.do === "curve" && b.do === "curve" && a.press === b.press && key(a.over) === key(b.over))
    return { ...a, curves: [...a.curves, ...b.curves] };
  if (a.do === "template" && b.do === "template" && !b.cut && a.press === b.press)
    return { ...a, at: [...a.at, ...b.at] };
  if (a.do === "fill" && b.do === "fill" && a.tone === b.tone)
    return { ...a, pieces: [...a.pieces, ...b.pieces] };
  if (a.do === "freehand" && b.do === "freehand" && a.what === b.what)
    return { ...a, count: a.count + b.count };
  return null;
}

/** What lines of one family share; those that differ in it are told apart. */
function familyOf(line: { toward: Toward<Place>; end: End<Place>; begin?: End<Place> } | undefined): string {
  if (!line) return "";
  const { toward, end, begin } = line;
  const joins = toward.k === "point" && end.k === "at" && key(toward.at) === key(end.at);
  // Two places joined: each pair has its own.
  if (joins && !begin && !(toward.at.k === "plain")) return "join";
  return key([toward, end.k === "at" ? key(end.at) : end.k, begin ? begin.k : "here"]);
}

function key(value: unknown): string {
  return JSON.stringify(value);
}

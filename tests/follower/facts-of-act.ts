import type { Act, LineRef, Name, Reading, Ruled, Stretch, Toward, Where } from "#core/telling/told";

// A small grammar of the sentences: whatever an act tells must be found in its words again. Facts are strings; those of the
// data and those of the words are made by different code.

export type Facts = string[];

const nameOf = (n: Name): string =>
  n.k === "letter"
    ? `${n.letter}${n.nth ?? ""}`
    : n.k === "corner"
      ? `${n.of.replace("top", "upper").replace("bottom", "lower").replace("-", " ")} corner`
      : n.is.replace(/^(left|right|upper|lower) vanishing point/, "$1 point");

const lengthOf = (r: Reading, markMm: number, inches: boolean): string =>
  `${r.kind === "by-eye" ? "chosen " : r.about ? "~" : ""}${inches ? r.marks : Math.round(r.marks * markMm)}`;

function pointOfGuide(is: string): string | null {
  return /^(?:(left|right|upper|lower) )?vanishing point$/.exec(is)
    ? is.replace(/ ?vanishing point$/, "")
    : null;
}

/** A line by what a pupil looks for: its ends, or its start and the sort of line it is. */
function lineOf(l: LineRef<Name>): string {
  switch (l.k) {
    case "ends":
      return `line ${nameOf(l.a)}-${nameOf(l.b)}`;
    case "horizon":
      return "horizon";
    case "edge":
      return `${l.edge} edge`;
    case "crease":
      return `crease ${l.across === "width" ? "upright" : "level"}`;
    case "from": {
      const at = nameOf(l.at);
      const t = l.toward;
      if (t.k === "way") return `${t.way === "up" || t.way === "down" ? "upright" : "level line"} ${at}`;
      if (t.k === "point" || t.k === "away") {
        const p = t.k === "point" ? t.at : t.from;
        const side = p.k === "plain" ? pointOfGuide(p.is) : null;
        if (side === "upper" || side === "lower") return `upright ${at}`;
        return side === null
          ? `line ${at} ${t.k === "point" ? "to" : "away from"} ${nameOf(p)}`
          : `${side} guide ${at}`.trim();
      }
      return t.k === "edge-mark" ? `line ${at}` : `slanting line ${at}`;
    }
  }
}

/** Everything an act says, as facts. */
export function factsOfAct(act: Act, markMm: number, inches: boolean): Facts {
  const len = (r: Reading) => lengthOf(r, markMm, inches);
  const toward = (t: Toward<Name>): Facts => {
    switch (t.k) {
      case "point":
        return [`to ${nameOf(t.at)}`];
      case "away":
        return [`away ${nameOf(t.from)}`];
      case "way":
        return [t.way];
      case "parallel":
        return [`like ${lineOf(t.to)}`];
      case "slope":
        return [`slope ${len(t.across)} ${t.acrossWay} ${len(t.up)} ${t.upWay}`];
      case "edge-mark":
        return [`edge ${t.mark.edge} ${len(t.mark.reading)} ${t.mark.from}`];
    }
  };
  const joins = (l: Ruled<Name>) =>
    !l.begin &&
    l.toward.k === "point" &&
    l.toward.at.k !== "plain" &&
    l.end.k === "at" &&
    nameOf(l.end.at) === nameOf(l.toward.at);
  const rule = (l: Ruled<Name>): Facts => {
    const f = nameOf(l.from);
    const finds = (l.finds ?? []).map((x) => `${nameOf(x.gives)} on ${lineOf(x.line)}`);
    if (joins(l))
      return [
        `join ${f}-${l.end.k === "at" ? nameOf(l.end.at) : ""}`,
        ...finds.map((x) => x.replace(/ on .*/, " found")),
      ];
    const facts = toward(l.toward).map((t) => `${f} ${t}`);
    const { end, begin } = l;
    if (begin?.k === "on") facts.push(`${f} begins ${lineOf(begin.line)}`);
    if (begin?.k === "length") facts.push(`${f} begins ${len({ ...begin.reading, about: false })}`);
    if (end.k === "on") facts.push(`${f} ends ${lineOf(end.line)}`);
    if (end.k === "length")
      facts.push(`${f} ends ${len(begin?.k === "length" ? { ...end.reading, about: false } : end.reading)}`);
    if (end.k === "at" && !(l.toward.k === "point" && nameOf(l.toward.at) === nameOf(end.at)))
      facts.push(`${f} ends ${nameOf(end.at)}`);
    if (end.k === "sheet-edge") facts.push(`${f} ends edge`);
    if (l.gives) facts.push(`${nameOf(l.gives)} given`);
    if (l.givesBegin) facts.push(`${nameOf(l.givesBegin)} given`);
    return [...facts, ...finds];
  };
  const where = (n: string, w: Where<Name>): Facts => {
    switch (w.k) {
      case "edges":
        return [w.across, w.down].map((e) => `${n} ${len(e.reading)} ${e.out ? "out" : `from ${e.edge}`}`);
      case "on-edge":
        return [`${n} on ${w.mark.edge} ${len(w.mark.reading)} from ${w.mark.from}`];
      case "along":
        return [`${n} on ${lineOf(w.line)} ${len(w.reading)}`];
      case "line-edge":
        return [
          `${n} on ${lineOf(w.line)} ${len(w.from.reading)} ${w.from.out ? "out" : `from ${w.from.edge}`}`,
        ];
      case "crossing":
        return [`${n} on ${lineOf(w.lines[0])}`, `${n} on ${lineOf(w.lines[1])}`];
      case "share":
        return [`${n} ${w.num}/${w.den} ${nameOf(w.a)} ${nameOf(w.b)}`];
    }
  };
  const stretch = (s: Stretch<Name>): Facts => {
    switch (s.k) {
      case "ends":
        return [`over ${nameOf(s.a)}-${nameOf(s.b)}`];
      case "between":
        return s.lines.map((l) => `over ${lineOf(s.line)} by ${lineOf(l)}`);
      case "until":
        return [`over ${lineOf(s.line)} by ${lineOf(s.until)}`];
      case "to-edge":
        return [`over ${lineOf(s.line)} by the ${s.edge} edge`];
    }
  };
  switch (act.do) {
    case "mark":
      return act.at.flatMap((m) => where(nameOf(m.gives), m.where));
    case "rule": {
      const lines = act.lines.flatMap(rule);
      return [
        ...lines,
        ...(act.press === "light" ? ["light"] : act.press === "dotted" ? ["dotted"] : []),
        ...(act.over ?? []).map((o) => `not through ${o}`),
      ];
    }
    case "inset": {
      const [a, b, c, d] = act.tile.map(nameOf);
      const [first, second] = act.margins.map(len);
      return [
        ...[`${a}-${b}`, `${d}-${c}`].map((side) => `inset ${side} ${first}`),
        ...[`${a}-${d}`, `${b}-${c}`].map((side) => `inset ${side} ${second}`),
        ...act.gives.flatMap((g) => (g ? [`${nameOf(g)} of the box`] : [])),
        "light",
      ];
    }
    case "go-over":
      return [...act.lines.flatMap(stretch), ...(act.over ?? []).map((o) => `not through ${o}`)];
    case "repeat":
      return [`${act.count} more ${act.what}`, ...(act.gap ? [`gap ${act.gap}`] : [])];
    case "leave":
      return act.at.map((n) => `leave ${nameOf(n)}`);
    case "circle":
      return act.at.map((n) => `ring ${nameOf(n)}`);
    case "erase":
      return act.what === "behind" ? [`rub behind ${act.of}`] : [`rub ${act.what}`];
    case "fold":
      return [`fold ${act.across}`, ...(act.gives ? [`${nameOf(act.gives)} found`] : [])];
    case "turn":
      return [`turn ${act.quarters}`];
    case "freehand":
      return [`free ${act.count === 1 ? act.what : "many"}`];
    default:
      return [];
  }
}

import { invariant } from "../base/index.ts";
import type { Drafter } from "../drafter/index.ts";
import { angleBetweenRad, distanceMm, type HLine, type Interval, join } from "../geometry/index.ts";
import { type Edge, hidingFaces, type Solid, showingFaces, shownStretches } from "../solids/index.ts";
import { AXES, type Axis, type Frame, type View, worldToPaper } from "../view/index.ts";
import type { Built } from "./built.ts";
import { Page, type RuleOptions } from "./page.ts";
import type { DrawingOptions, Found } from "./page-knowledge.ts";

/** Below about 5° a crossing smears over several pencil widths; common practice, no published source. */
const FLAT_RAD = (5 * Math.PI) / 180;
/** An edge shorter than the visible sameness on paper is seen end-on: a dot, not a line. */
const END_ON_MM = 0.05;

const WHOLE: readonly Interval[] = [{ from: 0, to: 1 }];

type Way =
  | { readonly kind: "join" }
  | { readonly kind: "to-line"; readonly from: string; readonly angleRad: number }
  | { readonly kind: "open"; readonly from: string };

/**
 * A page with a solid on it: knows which of its edges show, which are ruled, and how the next one can be ruled
 * from what is there. Which edges are drawn and which corners go to a vanishing point follow from visibility.
 */
export class SolidPage extends Page {
  readonly solid: Solid;
  readonly #ruled = new Set<string>();
  readonly #showing: ReadonlySet<string>;
  readonly #shown = new Map<string, readonly Interval[]>();
  readonly #marked = new Set<Axis>();
  /** Where edges lie on paper: asked for again and again while a thing is drawn. */
  readonly #onPaper = new Map<Edge, HLine>();
  /** Corners found before the first guide: from them guides run on beyond their ends. */
  #near: ReadonlySet<string> | null = null;

  constructor(
    d: Drafter,
    objectId: string,
    view: View,
    frame: Frame,
    options: DrawingOptions,
    built: Built,
    foundOf: (objectId: string) => Found | null,
  ) {
    super(d, objectId, view, frame, options, built, foundOf);
    this.solid = built.solid;
    const hiding = built.solid.convex ? [] : hidingFaces(view.camera, built.solid);
    this.#showing = showingFaces(view.camera, built.solid);
    for (const edge of built.solid.edges)
      this.#shown.set(edge.id, shownStretches(view.camera, built.solid, edge, this.#showing, hiding));
  }

  /** Whether any of an edge shows when nothing but its own solid stands in the way. */
  shows(edge: Edge): boolean {
    return (this.#shown.get(edge.id)?.length ?? 0) > 0;
  }

  isRuled(edgeId: string): boolean {
    return this.#ruled.has(edgeId);
  }

  edge(id: string): Edge {
    const edge = this.solid.edges.find((e) => e.id === id);
    invariant(edge, `"${this.objectId}" has no edge "${id}"`);
    return edge;
  }

  /** The edge from a corner along an axis, if there is one. */
  edgeFrom(corner: string, axis: Axis): Edge | undefined {
    return this.solid.edges.find((e) => e.axis === axis && e.from === corner);
  }

  /** Rules an edge from its found end to a length measured on it. */
  ruleMeasured(edge: Edge, from: string = this.isFound(edge.from) ? edge.from : edge.to): void {
    if (edge.axis) this.#ruleEdge(edge, from, { measured: true });
  }

  /** Rules guides along a deep axis from every found corner that carries an edge of it: those that show, or the hidden ones. */
  ruleGuides(axis: Axis, which: "showing" | "hidden" = "showing"): void {
    this.#near ??= new Set(this.found.points.keys());
    this.#ruleGuidesFrom(this.#near, axis, which, this.solid.edges);
  }

  /** Rules the guides of one part of a thing, from every corner of it that is found. */
  ruleGuidesOf(axis: Axis, edges: readonly Edge[]): void {
    this.#ruleGuidesFrom(new Set(this.found.points.keys()), axis, "showing", edges);
  }

  #ruleGuidesFrom(
    near: ReadonlySet<string>,
    axis: Axis,
    which: "showing" | "hidden",
    edges: readonly Edge[],
  ): void {
    const guides = edges.filter(
      (e) =>
        e.axis === axis &&
        !e.light &&
        !e.smooth &&
        !this.#ruled.has(e.id) &&
        this.shows(e) === (which === "showing") &&
        !this.#isEndOn(e),
    );
    const inOrder = [...near].flatMap((corner) => guides.filter((e) => e.from === corner || e.to === corner));
    for (const e of inOrder.sort((a, b) => this.#readingOrder(a, b))) {
      const from = near.has(e.from) ? e.from : e.to;
      if (!this.#ruled.has(e.id)) this.#ruleEdge(e, from, { tail: true });
    }
  }

  /** The guides along an axis that show and are not ruled yet, each with the found corner it starts from, in reading order. */
  guidesToRule(axis: Axis): { edge: Edge; from: string; to: string }[] {
    return this.solid.edges
      .filter(
        (e) =>
          e.axis === axis &&
          !e.smooth &&
          !e.light &&
          !this.#ruled.has(e.id) &&
          this.shows(e) &&
          !this.#isEndOn(e),
      )
      .flatMap((edge) => {
        const [a, b] = [this.isFound(edge.from), this.isFound(edge.to)];
        if (a === b) return [];
        return [a ? { edge, from: edge.from, to: edge.to } : { edge, from: edge.to, to: edge.from }];
      })
      .sort((x, y) => this.#readingOrder(x.edge, y.edge));
  }

  /**
   * Marks the depth on the guide from which most far edges start and cross their own guides squarely: fewer
   * crossings in a row, less drift. Does nothing when no guide of this axis is drawn yet or the mark is made.
   */
  markDepth(axis: Axis): void {
    if (!this.#marked.has(axis)) this.#markBestGuide(axis);
  }

  /**
   * Rules every edge still missing that `wanted` accepts, each from a corner already found: first those that
   * end on a line already there, then those of `axesFirst`, last the one that joins two found corners. Where
   * nothing can go on, one more depth is marked on a guide, or one more corner measured: on a line that is there
   * or from the sheet's edges.
   */
  ruleRemaining(wanted: (edge: Edge) => boolean, axesFirst: readonly Axis[] = AXES): void {
    for (;;) {
      const stuck = this.#ruleWhile(wanted, axesFirst);
      if (stuck.length === 0 || !this.#markOneMore(stuck)) return;
    }
  }

  /** Rules every edge that `wanted` accepts as long as one can be ruled from what is found. */
  ruleReachable(wanted: (edge: Edge) => boolean, axesFirst: readonly Axis[] = AXES): void {
    this.#ruleWhile(wanted, axesFirst);
  }

  /** Whether a face of the solid turns to the eye. */
  faceShows(faceId: string): boolean {
    return this.#showing.has(faceId);
  }

  #ruleWhile(wanted: (edge: Edge) => boolean, axesFirst: readonly Axis[]): Edge[] {
    const missing = this.solid.edges.filter((e) => wanted(e) && !e.arc && !this.#isEndOn(e));
    for (;;) {
      const left = missing.filter((e) => !this.#ruled.has(e.id));
      const next = left
        .flatMap((edge) => {
          const way = this.#wayToRule(edge);
          return way ? [{ edge, way }] : [];
        })
        .sort(
          (a, b) => rank(a.way, a.edge, axesFirst) - rank(b.way, b.edge, axesFirst) || squarer(a.way, b.way),
        )[0];
      if (!next) return left;
      this.#ruleByWay(next.edge, next.way);
    }
  }

  /** Draws every curved edge that shows, by hand through its found ends. */
  curveRemaining(wanted: (edge: Edge) => boolean): void {
    for (const edge of this.solid.edges) {
      if (!edge.arc || this.#ruled.has(edge.id) || !wanted(edge)) continue;
      this.#ruled.add(edge.id);
      const { facets, fromRad, toRad, ...ellipse } = edge.arc;
      const on = [...edge.faces, ...facets.map((f) => f.face)].map((f) => this.id(f));
      const at = (share: number) => fromRad + (toRad - fromRad) * share;
      const shown = this.#shown.get(edge.id) ?? [];
      for (const [i, part] of (this.solid.opaque ? shown : WHOLE).entries()) {
        const arc = { ...ellipse, fromRad: at(part.from), toRad: at(part.to) };
        const role = shown.length > 0 ? "outline" : "hidden";
        this.curve(i === 0 ? edge.id : `${edge.id}~${i}`, arc, { role, on });
      }
    }
  }

  /** Marks an edge as drawn by another verb, such as a traced tile line. */
  countAsRuled(edgeId: string): void {
    this.#ruled.add(edgeId);
  }

  #ruleByWay(edge: Edge, way: Way): void {
    if (way.kind === "join") {
      this.#ruled.add(edge.id);
      this.join(
        edge.id,
        edge.from,
        edge.to,
        edge.light ? { role: "construction", light: true } : { role: this.#role(edge) },
      );
    } else this.#ruleEdge(edge, way.from, {});
  }

  #ruleEdge(edge: Edge, from: string, how: { tail?: boolean; measured?: boolean }): void {
    const to = from === edge.from ? edge.to : edge.from;
    this.#ruled.add(edge.id);
    // Written out, not spread: this is asked for every line of every thing.
    const options: RuleOptions = edge.light
      ? { role: "construction", light: true, measured: how.measured ?? false }
      : { role: this.#role(edge), tail: how.tail ?? false, measured: how.measured ?? false };
    if (edge.axis) this.ruleAlong(edge.id, from, to, edge.axis, options);
    else this.ruleSlanting(edge.id, from, to, "slope", options);
  }

  /** How an edge can be ruled now, or null. */
  #wayToRule(edge: Edge): Way | null {
    const [a, b] = [this.isFound(edge.from), this.isFound(edge.to)];
    if (a && b) return { kind: "join" };
    if (!a && !b) return null;
    const [from, to] = a ? [edge.from, edge.to] : [edge.to, edge.from];
    const best = this.crossingLines(to, this.#lineOnPaper(edge))[0];
    // A slope is known by two points, or by its parallel when it runs with the paper.
    if (!edge.axis && (!best || !this.#runsWithPaper(edge))) return null;
    if (best) return { kind: "to-line", from, angleRad: best.angleRad };
    return { kind: "open", from };
  }

  #runsWithPaper(edge: Edge): boolean {
    const [a, b] = [this.at(edge.from), this.at(edge.to)];
    return Math.abs(b[2] - a[2]) < 1e-9 * Math.abs(a[2]);
  }

  #markBestGuide(axis: Axis): boolean {
    const guides = this.solid.edges.filter(
      (e) => e.axis === axis && this.#ruled.has(e.id) && this.isFound(e.from) !== this.isFound(e.to),
    );
    const ranked = guides
      .map((guide) => ({ guide, ...this.#crossingsFrom(guide, guides) }))
      .sort(
        (a, b) =>
          Number(b.worstRad > FLAT_RAD) - Number(a.worstRad > FLAT_RAD) ||
          b.links - a.links ||
          b.worstRad - a.worstRad,
      );
    const best = ranked[this.options.depthMark ?? 0] ?? ranked[0];
    if (!best) return false;
    this.#marked.add(axis);
    this.#markEnd(best.guide);
    return true;
  }

  #markOneMore(stuck: readonly Edge[]): boolean {
    const ends = new Set(stuck.flatMap((e) => [e.from, e.to]));
    const guide = this.solid.edges.find(
      (e) =>
        e.axis !== null &&
        this.#ruled.has(e.id) &&
        this.isFound(e.from) !== this.isFound(e.to) &&
        (ends.has(e.from) || ends.has(e.to)),
    );
    if (guide) {
      this.#markEnd(guide);
      return true;
    }
    const corners = stuck.flatMap((e) => [e.from, e.to]).filter((c) => !this.isFound(c));
    const onLine = corners.find((c) => this.measureFromNeighbour(c));
    if (onLine) return true;
    const next = corners[0];
    if (next) this.markFromEdges(next);
    return next !== undefined;
  }

  /** Measures a corner on a line that is there, from a found corner on the same line. */
  measureFromNeighbour(corner: string): boolean {
    const line = this.lineThrough(corner);
    if (!line) return false;
    const from = [...this.found.points.keys()].find(
      (name) => this.lineThrough(name)?.id === line.id || this.liesOn(name, line),
    );
    if (!from) return false;
    this.measureOnLine(corner, from, line.id);
    return true;
  }

  #markEnd(guide: Edge): void {
    const [from, to] = this.isFound(guide.from) ? [guide.from, guide.to] : [guide.to, guide.from];
    const away = this.at(to)[2] > this.at(from)[2];
    if (guide.axis && !this.isFlat(guide.axis) && away) this.partWay(to, from, guide.axis);
    else this.measureOnLine(to, from, guide.id);
  }

  /** How many drawn guides the edges from this guide's far corner reach, and the flattest angle they meet at. */
  #crossingsFrom(guide: Edge, guides: readonly Edge[]): { links: number; worstRad: number } {
    const far = (e: Edge) => (this.isFound(e.from) ? e.to : e.from);
    const angles = guides
      .filter((other) => other !== guide)
      .flatMap((other) =>
        this.solid.edges
          .filter(
            (e) =>
              [e.from, e.to].includes(far(guide)) &&
              [e.from, e.to].includes(far(other)) &&
              (this.shows(e) || !this.solid.opaque),
          )
          .map((e) => angleBetweenRad(this.#lineOnPaper(e), this.#lineOnPaper(other))),
      );
    return { links: angles.length, worstRad: Math.min(Math.PI / 2, ...angles) };
  }

  #role(edge: Edge): "outline" | "hidden" {
    return this.shows(edge) ? "outline" : "hidden";
  }

  #lineOnPaper(edge: Edge): HLine {
    const known = this.#onPaper.get(edge);
    if (known) return known;
    const { camera } = this.view;
    const line = join(worldToPaper(camera, this.at(edge.from)), worldToPaper(camera, this.at(edge.to)));
    this.#onPaper.set(edge, line);
    return line;
  }

  #isEndOn(edge: Edge): boolean {
    return distanceMm(this.onPaper(edge.from), this.onPaper(edge.to)) < END_ON_MM;
  }

  /** From the upper left corner round with the clock, as a teacher goes round a front. */
  #readingOrder(a: Edge, b: Edge): number {
    const order = (e: Edge) => {
      const name = e.from;
      const [right, top] = [name.includes("right"), name.includes("top")];
      return top ? (right ? 1 : 0) : right ? 2 : 3;
    };
    return order(a) - order(b);
  }
}

function rank(way: Way, edge: Edge, axesFirst: readonly Axis[]): number {
  if (way.kind === "join") return 20;
  return (way.kind === "open" ? 10 : 0) + (edge.axis && axesFirst.includes(edge.axis) ? 0 : 1);
}

function squarer(a: Way, b: Way): number {
  return (b.kind === "to-line" ? b.angleRad : 0) - (a.kind === "to-line" ? a.angleRad : 0);
}

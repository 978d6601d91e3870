import { invariant } from "../base/index.ts";
import { along, type Drafter, type LineRule, type PointRule, type StrokePlan } from "../drafter/index.ts";
import {
  angleBetweenRad,
  distanceMm,
  findPaperPoint,
  type HLine,
  join,
  type PaperPoint,
} from "../geometry/index.ts";
import { cornerAt, type Edge, type Solid, showingFaces } from "../solids/index.ts";
import {
  AXES,
  type Axis,
  type Frame,
  runsWithPaper,
  type SpacePoint,
  type Vec3,
  type View,
  vanishingPoint,
  worldToPaper,
} from "../view/index.ts";
import type { BoxSlice } from "./box-slice.ts";
import { CORNERS_IN_ORDER, type CornerBits, cornerName } from "./box-solid.ts";

export interface BoxOptions {
  readonly guides: "to-vp" | "part-way";
}

/** What is known of the box at a moment of drawing: found corners, ruled edges. */
export class BoxPage {
  readonly #ruled = new Set<string>();
  readonly #found = new Set<string>();
  readonly #linesThrough = new Map<string, Edge[]>();
  readonly #showing: ReadonlySet<string>;
  readonly #depthMarked = new Set<Axis>();
  /** Where corners and edges lie on paper: asked for again and again while a box is drawn. */
  readonly #cornersOnPaper = new Map<string, PaperPoint>();
  readonly #edgesOnPaper = new Map<string, HLine>();

  constructor(
    readonly d: Drafter,
    readonly box: BoxSlice,
    readonly solid: Solid,
    readonly view: View,
    readonly frame: Frame,
    readonly options: BoxOptions,
  ) {
    this.#showing = showingFaces(view.camera, solid);
  }

  /** Whether an edge shows on the box alone: one of its two faces does. */
  shows(edge: Edge): boolean {
    return edge.faces.some((f) => this.#showing.has(f));
  }

  /** Whether an edge lies in the part drawn true to the paper: at the near end of every deep axis. */
  isFrontal(edge: Edge): boolean {
    return this.#isNear(edge.from) && this.#isNear(edge.to);
  }

  markFoot(): void {
    const { fromLeftMm, fromBottomMm } = this.box.handles;
    const name = cornerName([0, 0, 0]);
    this.d.measureFromEdges({
      name,
      called: called(name),
      across: { edge: "left", mm: fromLeftMm },
      down: { edge: "bottom", mm: fromBottomMm },
      at: this.#onPaper(name),
    });
    this.#found.add(name);
  }

  /** Rules the edge from the foot along an axis that runs with the paper, to its measured length. */
  ruleMeasured(axis: Axis): void {
    const edge = this.#edgeFrom(cornerName([0, 0, 0]), axis);
    const extent = this.box.handles[axis];
    invariant("mm" in extent, `the ${axis} of "${this.box.id}" has no length in mm`);
    const toward = axis === "height" ? "up" : "right";
    this.#rule(edge, edge.from, {
      kind: "along",
      line: this.#id(edge.id),
      from: this.#id(edge.from),
      toward,
      mm: extent.mm,
    });
  }

  /** Rules guides from the true part's corners along a deep axis: those that show, or the hidden ones. */
  ruleGuides(axis: Axis, role: "outline" | "hidden"): void {
    for (const corner of CORNERS_IN_ORDER.filter((c) => this.#isNear(c))) {
      const edge = this.#edgeFrom(corner, axis);
      if (this.#ruled.has(edge.id) || this.shows(edge) !== (role === "outline") || this.#isEndOn(edge))
        continue;
      this.#rule(edge, corner, null);
    }
  }

  /**
   * Marks the depth on the guide from which most back edges start and cross their own guides squarely: fewer
   * crossings in a row, less drift. Does nothing when no guide of this axis is drawn yet or the mark is made.
   */
  markDepth(axis: Axis): void {
    if (this.#depthMarked.has(axis)) return;
    const guides = CORNERS_IN_ORDER.filter((c) => this.#isNear(c))
      .map((c) => this.#edgeFrom(c, axis))
      .filter((e) => this.#ruled.has(e.id));
    const best = guides
      .map((guide) => ({ guide, ...this.#crossingsFrom(guide, guides) }))
      .sort(
        (a, b) =>
          Number(b.worstRad > FLAT_RAD) - Number(a.worstRad > FLAT_RAD) ||
          b.links - a.links ||
          b.worstRad - a.worstRad,
      )[0];
    if (!best) return;
    const extent = this.box.handles[axis];
    invariant("fraction" in extent, `the ${axis} of "${this.box.id}" has no fraction`);
    this.#depthMarked.add(axis);
    this.d.mark({
      name: best.guide.to,
      called: called(best.guide.to),
      rule: {
        kind: "part-way-to-vp",
        from: this.#id(best.guide.from),
        aim: along(this.frame.id, axis),
        fraction: extent.fraction,
      },
      at: this.#onPaper(best.guide.to),
    });
    this.#found.add(best.guide.to);
  }

  /**
   * Rules every edge still missing that `wanted` accepts, each from a corner already found: first those that
   * end on a line already there, then those of `axesFirst`, last the one that joins two found corners.
   */
  ruleRemaining(wanted: (edge: Edge) => boolean, axesFirst: readonly Axis[] = AXES): void {
    const missing = this.solid.edges.filter((e) => wanted(e) && !this.#isEndOn(e));
    for (;;) {
      const next = missing
        .filter((e) => !this.#ruled.has(e.id))
        .map((edge) => ({ edge, way: this.#wayToRule(edge) }))
        .filter((n) => n.way !== null)
        .sort(
          (a, b) =>
            rank(a.way, a.edge, axesFirst) - rank(b.way, b.edge, axesFirst) ||
            (b.way?.angle ?? 0) - (a.way?.angle ?? 0),
        )[0];
      if (!next?.way) return;
      const { edge, way } = next;
      if (way.meets === "found") {
        this.#rule(edge, way.from, null, { kind: "join", points: [this.#id(edge.from), this.#id(edge.to)] });
      } else {
        this.#rule(
          edge,
          way.from,
          way.meets && { kind: "crossing", lines: [this.#id(edge.id), this.#id(way.meets.id)] },
        );
      }
    }
  }

  /** How an edge can be ruled now: from which found corner, and what its other end meets. */
  #wayToRule(edge: Edge): { from: string; meets: "found" | Edge | null; angle: number } | null {
    const [a, b] = [this.#found.has(edge.from), this.#found.has(edge.to)];
    if (a && b) return { from: edge.from, meets: "found", angle: 0 };
    if (!a && !b) return null;
    const [from, to] = a ? [edge.from, edge.to] : [edge.to, edge.from];
    const crossings = (this.#linesThrough.get(to) ?? [])
      .map((line) => ({ line, angle: angleBetweenRad(this.#lineOnPaper(edge), this.#lineOnPaper(line)) }))
      .sort((x, y) => y.angle - x.angle);
    const best = crossings[0];
    return best && best.angle > SAME_LINE_RAD
      ? { from, meets: best.line, angle: best.angle }
      : { from, meets: null, angle: 0 };
  }

  #rule(edge: Edge, from: string, finds: PointRule | null, rule?: LineRule): void {
    const to = from === edge.from ? edge.to : edge.from;
    this.#ruled.add(edge.id);
    for (const corner of [edge.from, edge.to]) {
      this.#linesThrough.set(corner, [...(this.#linesThrough.get(corner) ?? []), edge]);
    }
    const waiting = finds ? null : this.#crossingNowPossible(to, edge);
    const found = finds ?? waiting;
    if (found) this.#found.add(to);
    this.d.rule({
      name: edge.id,
      called: `edge ${edge.id.replaceAll("-", " ")}`,
      rule: rule ?? { kind: "toward", through: this.#id(from), aim: along(this.frame.id, edge.axis) },
      stroke: this.#stroke(edge, from, to),
      finds: found ? [{ name: to, called: called(to), rule: found }] : [],
    });
  }

  /** The crossing that the second line through a corner makes with the first. */
  #crossingNowPossible(corner: string, edge: Edge): PointRule | null {
    if (this.#found.has(corner)) return null;
    const other = (this.#linesThrough.get(corner) ?? []).find(
      (line) =>
        line !== edge && angleBetweenRad(this.#lineOnPaper(line), this.#lineOnPaper(edge)) > SAME_LINE_RAD,
    );
    return other ? { kind: "crossing", lines: [this.#id(edge.id), this.#id(other.id)] } : null;
  }

  #stroke(edge: Edge, from: string, to: string): StrokePlan {
    const [a, b] = [cornerAt(this.solid, from), cornerAt(this.solid, to)];
    return {
      plane: "space",
      role: this.shows(edge) ? "outline" : "hidden",
      from: [...a, 1],
      to: [...b, 1],
      tailTo: this.#isNear(from) && !this.#isNear(to) ? this.#tailEnd(a, b, edge.axis) : null,
    };
  }

  #tailEnd(from: Vec3, to: Vec3, axis: Axis): SpacePoint {
    const dir = this.frame.axes[axis];
    if (this.options.guides === "to-vp") return [dir[0], dir[1], dir[2], 0];
    // Half the paper way from the back corner to the VP: with f = 1 − z/z', the depth there is z/(1 − f).
    const passed = 1 - from[2] / to[2];
    const reach = (passed + 1) / 2;
    const lambda = (reach * from[2]) / ((1 - reach) * dir[2]);
    return [from[0] + lambda * dir[0], from[1] + lambda * dir[1], from[2] + lambda * dir[2], 1];
  }

  /** How many drawn guides the edges from this guide's far corner reach, and the flattest angle they meet at. */
  #crossingsFrom(guide: Edge, guides: readonly Edge[]): { links: number; worstRad: number } {
    const angles = guides
      .filter((other) => other !== guide)
      .flatMap((other) =>
        this.solid.edges
          .filter(
            (e) =>
              [e.from, e.to].includes(guide.to) &&
              [e.from, e.to].includes(other.to) &&
              (this.shows(e) || this.box.seeThrough),
          )
          .map((e) => angleBetweenRad(this.#lineOnPaper(e), this.#lineOnPaper(other))),
      );
    return { links: angles.length, worstRad: Math.min(Math.PI / 2, ...angles) };
  }

  #lineOnPaper(edge: Edge): HLine {
    const known = this.#edgesOnPaper.get(edge.id);
    if (known) return known;
    const { camera } = this.view;
    const line = join(
      worldToPaper(camera, cornerAt(this.solid, edge.from)),
      vanishingPoint(this.view, this.frame, edge.axis),
    );
    this.#edgesOnPaper.set(edge.id, line);
    return line;
  }

  #onPaper(corner: string): PaperPoint {
    const known = this.#cornersOnPaper.get(corner);
    if (known) return known;
    const p = findPaperPoint(worldToPaper(this.view.camera, cornerAt(this.solid, corner)));
    invariant(p, `corner "${corner}" of "${this.box.id}" does not lie in front of the eye`);
    this.#cornersOnPaper.set(corner, p);
    return p;
  }

  #isEndOn(edge: Edge): boolean {
    return distanceMm(this.#onPaper(edge.from), this.#onPaper(edge.to)) < END_ON_MM;
  }

  #isNear(corner: string): boolean {
    const bits = bitsOf(corner);
    return AXES.every((axis, i) => runsWithPaper(this.frame, axis) || bits[i] === 0);
  }

  #edgeFrom(corner: string, axis: Axis): Edge {
    const edge = this.solid.edges.find((e) => e.axis === axis && e.from === corner);
    invariant(edge, `no ${axis} edge starts at "${corner}"`);
    return edge;
  }

  #id(name: string): string {
    return `${this.box.id}/${name}`;
  }
}

/** Two lines flatter than this to each other cross nowhere a pencil could mark; as in evaluation. */
const SAME_LINE_RAD = (0.01 * Math.PI) / 180;
/** Below about 5° a crossing smears over several pencil widths; common practice, no published source. */
const FLAT_RAD = (5 * Math.PI) / 180;
/** An edge shorter than the visible sameness on paper is seen end-on: a dot, not a line. */
const END_ON_MM = 0.05;

function rank(way: { meets: "found" | Edge | null } | null, edge: Edge, axesFirst: readonly Axis[]): number {
  if (!way || way.meets === "found") return 20;
  return (way.meets === null ? 10 : 0) + (axesFirst.includes(edge.axis) ? 0 : 1);
}

function bitsOf(corner: string): CornerBits {
  return [corner.includes("right") ? 1 : 0, corner.includes("top") ? 1 : 0, corner.includes("back") ? 1 : 0];
}

/** "front-left-bottom" → "lower left front corner". */
function called(corner: string): string {
  const [right, top, back] = bitsOf(corner);
  return `${top ? "upper" : "lower"} ${right ? "right" : "left"} ${back ? "back" : "front"} corner`;
}

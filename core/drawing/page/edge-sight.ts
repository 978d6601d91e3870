import { invariant } from "../../ground/base/index.ts";
import { distanceMm, type HLine, type Interval, join } from "../../ground/geometry/index.ts";
import { type Edge, hidingFaces, type Solid, showingFaces, shownStretches } from "../solids/index.ts";
import { worldToPaper } from "../view/index.ts";
import type { Knowledge } from "./knowledge.ts";

/** An edge shorter than the visible sameness on paper is seen end-on: a dot, not a line. */
const END_ON_MM = 0.05;

export type EdgeSight = ReturnType<typeof edgeSight>;

/** Which edges of a solid show, and how they lie on paper. */
export function edgeSight(known: Knowledge, solid: Solid) {
  const { view } = known;
  const showing = showingFaces(view.camera, solid);
  const hiding = solid.convex ? [] : hidingFaces(view.camera, solid);
  const shown = new Map<string, readonly Interval[]>(
    solid.edges.map((e) => [e.id, shownStretches(view.camera, solid, e, showing, hiding)]),
  );
  /** Where edges lie on paper: asked for again and again while a thing is drawn. */
  const onPaper = new Map<Edge, HLine>();

  /** The stretches of an edge that show. */
  function stretchesOf(edge: Edge): readonly Interval[] {
    return shown.get(edge.id) ?? [];
  }

  /** Whether any of an edge shows when nothing but its own solid stands in the way. */
  function shows(edge: Edge): boolean {
    return (shown.get(edge.id)?.length ?? 0) > 0;
  }

  function edge(id: string): Edge {
    const edge = solid.edges.find((e) => e.id === id);
    invariant(edge, `"${known.objectId}" has no edge "${id}"`);
    return edge;
  }

  /** Whether a face of the solid turns to the eye. */
  function faceShows(faceId: string): boolean {
    return showing.has(faceId);
  }

  function runsWithPaper(edge: Edge): boolean {
    const [a, b] = [known.at(edge.from), known.at(edge.to)];
    return Math.abs(b[2] - a[2]) < 1e-9 * Math.abs(a[2]);
  }

  function role(edge: Edge): "outline" | "hidden" {
    return shows(edge) ? "outline" : "hidden";
  }

  function lineOnPaper(edge: Edge): HLine {
    const laid = onPaper.get(edge);
    if (laid) return laid;
    const { camera } = known.view;
    const line = join(worldToPaper(camera, known.at(edge.from)), worldToPaper(camera, known.at(edge.to)));
    onPaper.set(edge, line);
    return line;
  }

  function isEndOn(edge: Edge): boolean {
    return distanceMm(known.onPaper(edge.from), known.onPaper(edge.to)) < END_ON_MM;
  }

  return {
    stretchesOf,
    shows,
    edge,
    faceShows,
    runsWithPaper,
    role,
    lineOnPaper,
    isEndOn,
  };
}

import { findPaperPoint } from "../../ground/geometry/index.ts";
import type { Drafter } from "../drafter/index.ts";
import { type Axis, callVanishingPoint, worldToPaper } from "../view/index.ts";
import type { Knowledge } from "./knowledge.ts";
import type { RuleOptions } from "./ruled-line.ts";

/** Vanishing points on the page: where lines meet in one, and rays that run all the way to it or out from it. */
export function rayHand(d: Drafter, known: Knowledge) {
  /** Rules from a found point all the way to an axis' vanishing point; `farAway` things lie behind all others. */
  function ruleToVanishingPoint(
    name: string,
    from: string,
    axis: Axis,
    options: RuleOptions & { readonly farAway?: boolean } = {},
  ): void {
    const [a, dir] = [known.at(from), known.frame.axes[axis]];
    const line = known.spaceLineAlong(name, from, dir);
    known.keepLine(line);
    d.rule({
      name,
      called: options.called ?? "ray",
      rule: { kind: "toward", through: known.id(from), aim: known.along(axis) },
      stroke: {
        plane: "space",
        role: options.role ?? "detail",
        from: options.farAway ? [...a, 0] : [...a, 1],
        to: [...dir, 0],
        tailTo: null,
        ...(options.light ? { light: true } : {}),
      },
    });
  }

  /** Rules from an axis' vanishing point outward to a found point. */
  function ruleFromVanishingPoint(
    name: string,
    to: string,
    axis: Exclude<Axis, "height">,
    options: RuleOptions & { readonly farAway?: boolean } = {},
  ): void {
    const [a, dir] = [known.at(to), known.frame.axes[axis]];
    const point = callVanishingPoint(known.view, known.frame, axis).replaceAll(" ", "-");
    known.keepLine(known.spaceLineAlong(name, to, dir));
    d.rule({
      name,
      called: options.called ?? "ray",
      rule: { kind: "join", points: [`sheet/${point}`, known.id(to)] },
      stroke: {
        plane: "space",
        role: options.role ?? "detail",
        from: [...dir, 0],
        to: options.farAway ? [...a, 0] : [...a, 1],
        tailTo: null,
      },
      ends: [`sheet/${point}`, known.id(to)],
    });
  }

  /** Marks where two lines already there cross, though the crossing lies far back: at an axis' vanishing point. */
  function markVanishingCrossing(
    name: string,
    axis: Exclude<Axis, "height">,
    lines: readonly [string, string],
  ): void {
    const at = findPaperPoint(worldToPaper(known.view.camera, known.frame.axes[axis]));
    if (!at) return;
    d.mark({
      name,
      called: callVanishingPoint(known.view, known.frame, axis),
      rule: { kind: "crossing", lines: [known.id(lines[0]), known.id(lines[1])] },
      at,
      role: "vanishing-point",
    });
    known.keepPoint(name, known.frame.axes[axis]);
  }

  return {
    markVanishingCrossing,
    ruleToVanishingPoint,
    ruleFromVanishingPoint,
  };
}

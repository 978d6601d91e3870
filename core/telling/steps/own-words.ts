import { moveOfStepId } from "./find-step.ts";
import type { StepOverride } from "./step.ts";
import type { Part, StepsInput } from "./steps-input.ts";

/**
 * What the educator says differently, by part: of the part itself, of the whole phase it belongs to, or of a part that began
 * at one of its moves while steps were cut elsewhere. What no part answers to is lost, and kept.
 */
export function overridesByPart(parts: readonly Part[], { overrides, moves }: StepsInput) {
  const own = new Map<string, StepOverride>();
  const lost: string[] = [];
  for (const [i, part] of parts.entries()) {
    const said = overrides[part.id];
    const whole = overrides[`${part.objectId}/${part.phase}`];
    if (said) own.set(part.id, said);
    if (!whole?.whole || part.facts.length < 2) continue;
    const last = parts[i + 1]?.part !== part.part + 1;
    const { holdMs, title, kind } = whole;
    own.set(part.id, {
      ...(part.part === 1 ? withoutHold(whole) : (said ?? {})),
      ...(title === undefined ? {} : { title: `${title}, part ${part.part}` }),
      ...(kind === undefined ? {} : { kind }),
      ...(holdMs === undefined || !last ? {} : { holdMs }),
    });
  }
  const ids = new Set(parts.map((p) => p.id));
  for (const [id, said] of Object.entries(overrides)) {
    if (ids.has(id)) continue;
    const move = moveOfStepId(id, moves);
    const part = move === null ? undefined : parts.find((p) => p.first <= move && move <= p.last);
    // Words for a part that is told with others now would say too little.
    const fits = part && !own.has(part.id) && said.instruction === undefined;
    if (fits) own.set(part.id, said);
    else lost.push(id);
  }
  return { own, lost };
}

function withoutHold({ holdMs: _, ...rest }: StepOverride): StepOverride {
  return rest;
}

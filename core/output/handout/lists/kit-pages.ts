import type { Lesson } from "../../../document/lesson/index.ts";
import { cautionsOf, KIT, type KitName, USUAL_KIT } from "../../../ground/plan/index.ts";
import type { Laid, Source, Tools } from "../laid.ts";
import { tickBox } from "../parts.ts";
import { markOf } from "../print-mark.ts";
import { Flow, LIST_TEXT_MM } from "./flow.ts";

/** All that a lesson needs: what its plan names, and what its tasks use. */
export function kitOf({ plan, tasks = [] }: Lesson): KitName[] {
  return [...new Set<KitName>([...(plan.kit ?? USUAL_KIT), ...tasks.flatMap((t) => t.kit ?? [])])];
}

/** What to have ready, what does instead, and what to mind. */
export function layKit(source: Source, { paper, measure }: Tools): Laid {
  const { computed, handed } = source;
  const kit = kitOf(computed.lesson);
  const items = kit.map((name) => KIT[name]);
  const cautions = cautionsOf(kit);
  const mark = markOf([items, cautions]);
  const flow = new Flow(paper, measure);
  flow.heading("kit/ready", "Have ready");
  for (const { label, instead, short } of items)
    flow.words(`kit/${short}`, instead.length > 0 ? `${label}; or ${instead.join(", or ")}` : label, {
      indent: LIST_TEXT_MM * 1.5,
      sign: (x, y) => [tickBox(`kit/box-${short}`, { x, y: y + LIST_TEXT_MM * 0.14 }, LIST_TEXT_MM * 0.9)],
    });
  flow.heading("kit/mind", "Take care");
  for (const [i, caution] of cautions.entries()) flow.words(`kit/caution-${i}`, caution);
  return {
    pages: flow.pages({ title: `What you need: ${handed.title}`, lessonTitle: handed.title, mark }),
    prints: [{ id: "kit", mark }],
    notices: [],
  };
}

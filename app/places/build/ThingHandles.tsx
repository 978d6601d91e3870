import { useRef } from "react";
import {
  dragObjectHandle,
  objectHandles,
  type SnapTargets,
  snapTargets,
  snapTo,
} from "#core/document/handles";
import type { DrawnLesson } from "#core/document/pipeline";
import type { ObjectSlice } from "#core/drawing/recipes";
import { smallestStepMm } from "#core/ground/base";
import { type Dragged, SheetHandle } from "../../lesson/desk/SheetHandle.tsx";
import { useLesson } from "../../lesson/lesson-context.ts";
import type { Still } from "../../lesson/take/use-still.ts";

/** The handles of a thing. What they can come to rest on is looked up once a drag: nothing else moves meanwhile. */
export function ThingHandles({ object, still }: { object: ObjectSlice; still: Still }) {
  const { drawn, preview, commit } = useLesson();
  const targets = useRef<SnapTargets | null>(null);
  const { program, view, sheet } = drawn;
  return objectHandles(object, program.scene, view).map((handle) => (
    <SheetHandle
      key={handle.id}
      handle={handle}
      stepMm={smallestStepMm(sheet)}
      drag={(to, reachMm): Dragged => {
        if (reachMm > 0) targets.current ??= targetsOf(drawn, object.id, still);
        const snapped =
          targets.current && reachMm > 0 ? snapTo(to, targets.current, reachMm) : { at: to, on: null };
        const exact = snapped.on !== null;
        return {
          changes: dragObjectHandle(object, program.scene, handle.id, snapped.at, view, exact),
          on: snapped.on,
        };
      }}
      preview={(changes) => {
        if (changes === null) targets.current = null;
        preview(changes);
      }}
      commit={(changes) => {
        targets.current = null;
        commit(changes);
      }}
    />
  ));
}

/** Corners and lines a handle can rest on: those of other things, and those seen in the take that lies under the sheet. */
function targetsOf(drawn: DrawnLesson, movingId: string, still: Still): SnapTargets {
  const { lesson, program, paper, view } = drawn;
  const own = snapTargets(lesson.objects, program.scene, paper, view, new Set([movingId]));
  const seen = still.misfits.map(({ drawn }) => ({ from: drawn.from, to: drawn.to, of: "the take" }));
  return { ...own, lines: [...own.lines, ...seen] };
}

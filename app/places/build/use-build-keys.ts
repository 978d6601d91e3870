import { duplicateObject, mirrorCopy, moveInOrder, nudge, setMark, takeAway } from "#core/document/changes";
import { useLesson } from "../../lesson/lesson-context.ts";
import { useKeys } from "../../ui/use-keys.ts";
import type { Chosen } from "./use-chosen.ts";
import type { Placing } from "./use-placing.ts";

/** Shift makes a nudge this many steps long. */
const STRIDE = 8;

/** The keys of the bench. */
export function useBuildKeys(
  chosen: Chosen,
  placing: Placing,
  { openTray, beginBox, scrub }: { openTray: () => void; beginBox: () => void; scrub: (by: -1 | 1) => void },
): void {
  const { lesson, computed, commit } = useLesson();
  const { ids, only } = chosen;
  const push = (right: number, up: number) => {
    if (ids.length > 0) commit((now) => nudge(now, ids, right, up));
  };
  const marked = (field: "hidden" | "locked") => {
    const on = !lesson.objects.every((o) => !ids.includes(o.id) || o[field] === true);
    if (ids.length > 0) commit(setMark(ids, field, on));
  };
  const copied = (copy: ReturnType<typeof duplicateObject>) => {
    if (!copy) return;
    commit(copy.changes);
    chosen.choose(copy.id);
  };
  const arrange = (by: -1 | 1) => {
    const changes = only && moveInOrder(lesson, only.id, by);
    if (changes) commit(changes);
  };
  useKeys([
    ["B", () => beginBox()],
    ["A", openTray],
    ["ArrowLeft", () => push(-1, 0)],
    ["ArrowRight", () => push(1, 0)],
    ["ArrowUp", () => push(0, 1)],
    ["ArrowDown", () => push(0, -1)],
    ["shift+ArrowLeft", () => push(-STRIDE, 0)],
    ["shift+ArrowRight", () => push(STRIDE, 0)],
    ["shift+ArrowUp", () => push(0, STRIDE)],
    ["shift+ArrowDown", () => push(0, -STRIDE)],
    ["D", () => only && copied(duplicateObject(lesson, only.id))],
    [
      "M",
      () => {
        const copy = only && mirrorCopy(lesson, computed.view, only.id);
        if (copy) copied({ id: copy.id, changes: [...copy.changes] });
      },
    ],
    ["H", () => marked("hidden")],
    ["L", () => marked("locked")],
    ["[", () => arrange(-1)],
    ["]", () => arrange(1)],
    ["Delete", () => ids.length > 0 && commit(ids.flatMap((id) => takeAway(lesson, id)))],
    ["Escape", () => (placing.what ? placing.stop() : chosen.choose(null))],
    [",", () => scrub(-1)],
    [".", () => scrub(1)],
  ]);
}

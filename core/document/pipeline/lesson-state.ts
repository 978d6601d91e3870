import type { Lesson } from "../lesson/index.ts";
import type { ComputedLesson } from "./compute-lesson.ts";

export type PlaceName = "plan" | "paper" | "build" | "narrate" | "rehearse" | "hand-out" | "teach" | "log";

/** How far a lesson has come. */
export type LessonState = "planned" | "drawn" | "narrated";

export function stateOf(lesson: Lesson): LessonState {
  const take = lesson.takes.find((t) => t.id === lesson.currentTake);
  if (take?.narration && Object.keys(take.anchors).length > 0) return "narrated";
  return lesson.objects.length > 0 ? "drawn" : "planned";
}

/** Which places are ready, and the one where the next thing to do is. */
export function readiness(computed: ComputedLesson): {
  ready: ReadonlySet<PlaceName>;
  next: PlaceName;
  why: string;
} {
  const { lesson } = computed;
  const take = lesson.takes.find((t) => t.id === lesson.currentTake);
  const ready = new Set<PlaceName>(["plan", "paper"]);
  if (lesson.objects.length === 0) return { ready, next: "build", why: "Put the first box on the sheet." };
  if (computed.steps.length === 0)
    return { ready, next: "build", why: "The sheet it begins on is there: draw on, or give it tasks." };
  ready.add("build");
  // A class can be taught from the sheet alone.
  ready.add("teach");
  if (!take?.narration) return { ready, next: "narrate", why: "Bring in the captions of your recording." };
  const open = computed.schedule.windows.filter((w) => w.wordId === null).length;
  if (open > 0)
    return {
      ready,
      next: "narrate",
      why: `${open} of ${computed.steps.length} steps wait for their place in the words.`,
    };
  ready.add("narrate");
  if (take.video && !take.corners)
    return { ready, next: "rehearse", why: "Drag the sheet's corners into place over the picture." };
  ready.add("rehearse");
  return { ready, next: "hand-out", why: "Print the step cards." };
}

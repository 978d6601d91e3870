import { type ClassRun, type StepWork, simulateClass } from "#core/class/pacing";
import type { ClassPace } from "#core/ground/plan";

export interface PacingRequest {
  readonly asked: number;
  readonly works: readonly StepWork[];
  readonly pace: ClassPace;
  readonly runs: number;
  readonly seed: number;
}
export type PacingAnswer =
  | { readonly kind: "progress"; readonly asked: number; readonly done: number }
  | {
      readonly kind: "done";
      readonly asked: number;
      readonly present: ClassRun;
      readonly least: ClassRun;
    };

self.onmessage = ({ data: { asked, works, pace, runs, seed } }: MessageEvent<PacingRequest>) => {
  const tell = (answer: PacingAnswer) => self.postMessage(answer);
  const run = (holds: "present" | "least", before: number) =>
    simulateClass(works, pace, {
      runs,
      seed,
      holds,
      onProgress: (done) => tell({ kind: "progress", asked, done: before + done / 2 }),
    });
  const present = run("present", 0);
  const least = run("least", 0.5);
  tell({ kind: "done", asked, present, least });
};

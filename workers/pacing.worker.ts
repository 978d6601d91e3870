import { expose } from "comlink";
import { type ClassRun, type StepWork, simulateClass } from "#core/class/pacing";
import type { ClassPace } from "#core/ground/plan";

export interface PacingRequest {
  readonly works: readonly StepWork[];
  readonly pace: ClassPace;
  readonly runs: number;
  readonly seed: number;
}

/** A class with the waits the lesson has, and with the shortest that keep the wanted share. */
export interface PacedClass {
  readonly present: ClassRun;
  readonly least: ClassRun;
}

const api = {
  /** Progress from 0 to 1. */
  run({ works, pace, runs, seed }: PacingRequest, onProgress: (share: number) => void): PacedClass {
    const run = (holds: "present" | "least", before: number) =>
      simulateClass(works, pace, {
        runs,
        seed,
        holds,
        onProgress: (done) => onProgress(before + done / 2),
      });
    return { present: run("present", 0), least: run("least", 0.5) };
  },
};
export type PacingApi = typeof api;

expose(api);

import { useCallback, useEffect, useMemo, useState } from "react";
import {
  actOn,
  type ClassPlan,
  cameBack,
  classPlanOf,
  type TeachAct,
  type TeachEvent,
  type TeachState,
  teachState,
} from "#core/class/teaching";
import type { Lesson } from "#core/document/lesson";
import { type ComputedLesson, computeLesson } from "#core/document/pipeline";
import {
  addToSession,
  type ClassSession,
  classSession,
  lastSeen,
  seenNow,
  useClassSession,
} from "../../lesson/class/class-session.ts";

/** So often the class is looked at anew. */
const TICK_MS = 200;
const SEEN_EVERY_MS = 1000;
/** Where its only event is no older, the class was begun just now. */
const JUST_BEGUN_MS = 2000;
/** A gap longer than this is no slow tick: nobody was there. */
const AWAY_MS = 5000;

export interface ClassInHand {
  readonly computed: ComputedLesson;
  readonly plan: ClassPlan;
  readonly session: ClassSession;
  readonly state: TeachState;
  readonly now: number;
  act(act: TeachAct): void;
  go(event: TeachEvent): void;
}

/**
 * The class that is under way with this lesson; null where there is none. Everything follows from the row of what
 * happened, which this browser keeps: a reload, another window, a lid that was closed see the same class.
 */
export function useClassInHand(lessonId: string, lesson: Lesson, leads: boolean): ClassInHand | null {
  const computed = useMemo(() => computeLesson(lesson), [lesson]);
  const plan = useMemo(() => classPlanOf(computed, lesson.plan), [computed, lesson]);
  const session = useClassSession(lessonId);
  const [now, setNow] = useState(() => Date.now());
  const [met, setMet] = useState(false);
  const back = useCallback(
    (since: number, at: number) => {
      const before = classSession(lessonId);
      if (before) addToSession(lessonId, ...cameBack(plan, before.events, since, at));
    },
    [lessonId, plan],
  );
  useEffect(() => {
    const at = Date.now();
    const { events = [] } = classSession(lessonId) ?? {};
    const last = events.at(-1)?.at ?? at;
    const begunNow = events.length <= 1 && at - last <= JUST_BEGUN_MS;
    // Opened anew, or come back to: a browser plays no sound before a press, so what was shown stands still.
    if (leads && !begunNow) back(Math.max(last, lastSeen(lessonId) ?? 0), at);
    setMet(true);
  }, [lessonId, leads, back]);
  useEffect(() => {
    let before = Date.now();
    const tick = setInterval(() => {
      const at = Date.now();
      // A lid that was closed stops the page's clock, not the day's.
      if (leads && at - before > AWAY_MS) back(before, at);
      before = at;
      setNow(at);
    }, TICK_MS);
    const seen = setInterval(() => leads && seenNow(lessonId, Date.now()), SEEN_EVERY_MS);
    return () => {
      clearInterval(tick);
      clearInterval(seen);
    };
  }, [lessonId, leads, back]);
  const state = useMemo(() => session && teachState(plan, session.events, now), [plan, session, now]);
  const go = useCallback(
    (event: TeachEvent) => {
      addToSession(lessonId, event);
      setNow(Date.now());
    },
    [lessonId],
  );
  const slipIn = useCallback(
    ({ station }: TeachState) => {
      const of = plan.steps[plan.stations[station]?.step ?? -1]?.stepId;
      return computed.steps.find((s) => s.id === of)?.usualSlip ?? "";
    },
    [plan, computed],
  );
  const act = useCallback(
    (what: TeachAct) => {
      const at = Date.now();
      const then = session && teachState(plan, session.events, at);
      if (!then || (what === "slip" && !slipIn(then))) return;
      const event = actOn(plan, then, what, at);
      if (event) go(event);
    },
    [plan, session, go, slipIn],
  );
  if (!session || !state || !met) return null;
  return { computed, plan, session, state, now, act, go };
}

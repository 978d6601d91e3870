import { useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { isDue, nextStep, plannedBefore, shownMs } from "#core/class/teaching";
import { findCurrentTake, type Lesson } from "#core/document/lesson";
import { overlaySourceOf } from "#core/document/pipeline";
import { formatClock } from "#core/ground/base";
import { timelineOf, timelineWithoutTake } from "#core/time/schedule";
import { useClassOutbox } from "../../lesson/class/class-outbox.ts";
import { beginClass } from "../../lesson/class/class-session.ts";
import { useOtherWindows } from "../../lesson/saving/use-other-windows.ts";
import { LessonPicture } from "../../lesson/take/LessonPicture.tsx";
import { usePlayer } from "../../lesson/take/use-player.ts";
import styles from "./Class.module.css";
import { ClassButtons } from "./ClassButtons.tsx";
import { ClassOver, ClassSent } from "./ClassOver.tsx";
import { type ClassInHand, useClassInHand } from "./use-class-in-hand.ts";
import { useClassKeys } from "./use-class-keys.ts";
import { useKeptPage } from "./use-kept-page.ts";
import { useKeptRecording } from "./use-kept-recording.ts";
import { WaitRing } from "./WaitRing.tsx";

export interface ClassOf {
  readonly id: string;
  readonly lesson: Lesson;
  readonly revision: number;
  readonly missingFile: string | null;
}

/** What the class sees: the picture as large as the screen, what to do now, and small what comes next. */
export function ClassStage(of: ClassOf) {
  const inHand = useClassInHand(of.id, of.lesson, true);
  if (inHand) return <Stage of={of} inHand={inHand} />;
  const begin = () =>
    beginClass(of.id, {
      revision: of.revision,
      group: "",
      pupils: null,
      ageBand: of.lesson.plan.ageBand,
      goesOn: findCurrentTake(of.lesson)?.video != null,
    });
  return <ClassSent id={of.id} onBegin={begin} />;
}

function Stage({ of: { id, lesson, revision, missingFile }, inHand }: { of: ClassOf; inHand: ClassInHand }) {
  const { computed, plan, session, state, act, go } = inHand;
  const here = plan.stations[state.station];
  const step = computed.steps.find((s) => s.id === plan.steps[here?.step ?? -1]?.stepId);
  const after = nextStep(plan, state);
  const take = findCurrentTake(lesson);
  const video = take?.video && !missingFile ? take.video : null;
  const recording = useKeptRecording(id, video?.file ?? null);
  useClassOutbox();
  useClassKeys(act);
  const reopens = useKeptPage(id);

  // What is playing is not taken from under the class: the kept copy comes in at the next wait, or where the server is gone.
  const [address, setAddress] = useState<string>();
  const [broken, setBroken] = useState(false);
  const waiting = here?.kind === "wait";
  useEffect(() => {
    if (recording.address && (waiting || state.resting || broken)) setAddress(recording.address);
  }, [recording.address, waiting, state.resting, broken]);

  const timeline = useMemo(
    () =>
      video && computed.editMap
        ? timelineOf(computed.editMap)
        : timelineWithoutTake(computed.schedule.totalMs),
    [video, computed],
  );
  const element = useRef<HTMLVideoElement>(null);
  const player = usePlayer(timeline, element, video !== null);
  const atMs = waiting
    ? here.fromMs + Math.min(state.spentMs, Math.max(0, here.waitMs - 1))
    : shownMs(plan, state);
  // The player follows the class: another station, speed or rest, and the recording goes there.
  const place = `${state.station} ${state.fromMs} ${state.rate} ${state.resting} ${state.ended} ${address ?? ""}`;
  const latest = useRef(atMs);
  latest.current = atMs;
  // biome-ignore lint/correctness/useExhaustiveDependencies: told anew only where the class goes elsewhere
  useEffect(() => {
    if (!video) return;
    player.seek(latest.current);
    player.setRate(state.rate);
    if (waiting || state.resting || state.ended) player.pause();
    else if (!player.get().running) player.toggle();
  }, [player, place, video]);
  const due = isDue(plan, state, session.goesOn);
  useEffect(() => {
    if (due) go({ kind: "go", at: Date.now(), station: state.station + 1 });
  }, [due, state.station, go]);

  const [newer, setNewer] = useState(false);
  useOtherWindows(id, (heard) => setNewer(heard > revision));
  const source = useMemo(() => {
    const plain = overlaySourceOf(computed, video === null);
    // The ring and the words beside the picture say the same, larger.
    return {
      ...plain,
      settings: {
        ...plain.settings,
        layers: { ...plain.settings?.layers, pause: false, title: false, check: false },
      },
    };
  }, [computed, video]);

  if (state.ended) return <ClassOver id={id} inHand={inHand} />;
  return (
    <div className={styles.stage} data-waiting={waiting || undefined} data-station={state.station}>
      <div className={styles.picture}>
        <LessonPicture
          computed={computed}
          source={source}
          video={video}
          address={address}
          element={element}
          atMs={Math.round(atMs / 50) * 50}
          overlayOn
          onBroken={() => setBroken(true)}
        />
      </div>
      <section className={styles.now} aria-label="Now">
        {waiting ? <WaitRing spentMs={state.spentMs} waitMs={state.waitMs} /> : <Going inHand={inHand} />}
        <div className={styles.words} aria-live="polite">
          <h1>
            <span>{step?.number}</span> {step?.title}
          </h1>
          <ol data-one={step?.actions.length === 1 || undefined}>
            {step?.actions.map((action) => (
              <li key={action}>{action}</li>
            ))}
          </ol>
          {waiting && step?.check ? <p className={styles.check}>Check: {step.check}</p> : null}
        </div>
        <div className={styles.next}>
          {after === null ? "The last step" : `Next: ${after + 1}. ${plan.steps[after]?.title}`}
        </div>
      </section>
      <footer className={styles.foot}>
        <ClassButtons state={state} waiting={waiting} step={step} act={act} />
        <span className={styles.notes} role="status">
          {newer ? "The lesson was changed since; this class goes on with what it began with. " : ""}
          {recording.kept !== null && recording.kept < 1
            ? `Keeping the recording here: ${Math.round(recording.kept * 100)} %. `
            : ""}
          {reopens && (recording.kept ?? 1) === 1 ? "Needs no network. " : ""}
          {formatClock(state.classMs)} of {formatClock(plannedBefore(plan, plan.steps.length))}
        </span>
        <span className={styles.ways}>
          <a href={`/lessons/${id}/class/desk?revision=${revision}`} target="_blank" rel="noreferrer">
            Your desk
          </a>
          <button
            type="button"
            onClick={() => void document.documentElement.requestFullscreen().catch(() => {})}
          >
            Whole screen
          </button>
          <button type="button" onClick={() => act("end")}>
            End the class
          </button>
          <Link to={`/lessons/${id}/teach`}>Leave</Link>
        </span>
      </footer>
    </div>
  );
}

/** How far what is shown has come. */
function Going({ inHand: { plan, state } }: { inHand: ClassInHand }) {
  const here = plan.stations[state.station];
  const length = Math.max(1, (here?.toMs ?? 0) - (here?.fromMs ?? 0));
  const share = Math.min(1, Math.max(0, (shownMs(plan, state) - (here?.fromMs ?? 0)) / length));
  return (
    <div className={styles.going} data-resting={state.resting || undefined}>
      <b>{state.resting ? "Standing still" : share >= 1 ? "Shown" : state.rate < 1 ? "Slowly" : "Watch"}</b>
      <span className={styles.goingBar}>
        <span style={{ width: `${share * 100}%` }} />
      </span>
    </div>
  );
}

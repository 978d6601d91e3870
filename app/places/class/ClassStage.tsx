import { useEffect, useMemo, useState } from "react";
import { Link } from "react-router";
import { isDue, plannedBefore } from "#core/class/teaching";
import { findCurrentTake, type Lesson } from "#core/document/lesson";
import { overlaySourceOf } from "#core/document/pipeline";
import { formatClock } from "#core/ground/base";
import { useClassOutbox } from "../../lesson/class/class-outbox.ts";
import { beginClass } from "../../lesson/class/class-session.ts";
import { useOtherWindows } from "../../lesson/saving/use-other-windows.ts";
import { LessonPicture } from "../../lesson/take/LessonPicture.tsx";
import styles from "./Class.module.css";
import { ClassButtons } from "./ClassButtons.tsx";
import { ClassOver, ClassSent } from "./ClassOver.tsx";
import { Now } from "./Now.tsx";
import { type ClassInHand, useClassInHand } from "./use-class-in-hand.ts";
import { useClassKeys } from "./use-class-keys.ts";
import { useClassPlayer } from "./use-class-player.ts";
import { useKeptPage } from "./use-kept-page.ts";
import { useKeptRecording } from "./use-kept-recording.ts";

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
  const take = findCurrentTake(lesson);
  const video = take?.video && !missingFile ? take.video : null;
  const recording = useKeptRecording(id, video?.file ?? null);
  useClassOutbox();
  useClassKeys(act);
  const reopens = useKeptPage(id);

  const waiting = here?.kind === "wait";
  const { element, atMs, address, setBroken } = useClassPlayer(inHand, video, recording.address);
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
      <Now inHand={inHand} step={step} />
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

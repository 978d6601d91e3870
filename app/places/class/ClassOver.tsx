import { Button, Textarea, TextInput } from "@mantine/core";
import { useState } from "react";
import { Link } from "react-router";
import { overrunsOf, totalsOf } from "#core/class/record";
import { type ClassPlan, shownMs, type TeachEvent, type TeachState, taughtOf } from "#core/class/teaching";
import { countOf, formatClock, timesOf } from "#core/ground/base";
import { OUTBOX_PREFIX, sendClass, useClassOutbox } from "../../lesson/class/class-outbox.ts";
import { keepSession, SESSION_PREFIX } from "../../lesson/class/class-session.ts";
import { PupilsInput, pupilsTyped } from "../../lesson/class/PupilsInput.tsx";
import { SetAside } from "../../lesson/frame/SetAside.tsx";
import styles from "./Class.module.css";
import type { ClassInHand } from "./use-class-in-hand.ts";

/** Of the steps that ran over so many are named. */
const MOST_SHOWN = 4;

/** After the class: what it took, what to change next time, and into the record with it. */
export function ClassOver({ id, inHand: { plan, session, state, go } }: { id: string; inHand: ClassInHand }) {
  const [group, setGroup] = useState(session.group);
  const [pupils, setPupils] = useState<number | string>(session.pupils ?? "");
  const [change, setChange] = useState("");
  const taught = taughtOf(
    plan,
    session.events,
    {
      day: session.day,
      group: group.trim(),
      ageBand: session.ageBand,
      pupils: pupilsTyped(pupils) ?? null,
      change: change.trim(),
    },
    session.events[session.events.length - 1]?.at ?? 0,
  );
  const totals = taught && totalsOf(taught);
  const over = taught ? overrunsOf(taught).slice(0, MOST_SHOWN) : [];
  const leftOut = taught?.steps.filter((s) => s.tookMs === null).length ?? 0;
  return (
    <main className={styles.over}>
      <h1>The class is over</h1>
      {totals ? (
        <p>
          {formatClock(totals.tookMs)} min, planned {formatClock(totals.plannedMs)}
          {totals.stuck > 0 ? `; stuck ${timesOf(totals.stuck)}` : ""}
          {totals.slips > 0 ? `; ${countOf(totals.slips, "slip")} seen` : ""}
          {leftOut > 0 ? `; ${countOf(leftOut, "step")} left out` : ""}.
        </p>
      ) : (
        <p>Nothing was shown, so there is nothing to keep.</p>
      )}
      {over.length > 0 ? (
        <ul>
          {over.map(({ step, index, overMs }) => (
            <li key={step.stepId}>
              Step {index + 1}, {step.title}: {formatClock(overMs)} longer than planned
            </li>
          ))}
        </ul>
      ) : null}
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (!taught || taught.group === "") return;
          sendClass({ lessonId: id, key: session.key, revision: session.revision, taught });
          keepSession(id, null);
        }}
      >
        <TextInput
          label="Group"
          description="A group, such as Saturday 9–11s; never a person"
          required
          maxLength={60}
          value={group}
          onChange={(e) => setGroup(e.currentTarget.value)}
        />
        <PupilsInput label="How many there were" value={pupils} onChange={setPupils} />
        <Textarea
          label="What to change next time"
          autosize
          minRows={2}
          maxLength={1000}
          value={change}
          onChange={(e) => setChange(e.currentTarget.value)}
        />
        <div className={styles.ways}>
          <Button type="submit" disabled={!taught || pupilsTyped(pupils) === undefined}>
            Into the record
          </Button>
          <Button variant="default" onClick={() => go(goOnHere(plan, state))}>
            Go on with the class
          </Button>
          <Button variant="subtle" color="gray" onClick={() => keepSession(id, null)}>
            Keep nothing
          </Button>
        </div>
      </form>
    </main>
  );
}

/** Where the class stood when it was ended. */
function goOnHere(plan: ClassPlan, state: TeachState): TeachEvent {
  return { kind: "go", at: Date.now(), station: state.station, fromMs: shownMs(plan, state) };
}

/** After the record has it, or while it is on its way there. */
export function ClassSent({ id, onBegin }: { id: string; onBegin: () => void }) {
  const { waiting, refused } = useClassOutbox();
  return (
    <main className={styles.over}>
      <h1>{waiting > 0 ? "On its way into the record" : "No class is under way"}</h1>
      <p role="status">
        {waiting > 0
          ? "The server does not answer yet. The class is kept in this browser and sent as soon as it does; you can close the window."
          : refused || "What was kept of the last one stands in the record."}
      </p>
      <SetAside of={OUTBOX_PREFIX} what="classes on their way into the record" />
      <SetAside of={`${SESSION_PREFIX}${id}`} what="a class under way" />
      <div className={styles.ways}>
        <Button onClick={onBegin}>Begin a class</Button>
        <Link to={`/lessons/${id}/log`}>To the record</Link>
        <Link to={`/lessons/${id}/teach`}>Back to the lesson</Link>
      </div>
    </main>
  );
}

import { Autocomplete, Button, Switch } from "@mantine/core";
import { useState } from "react";
import { useNavigate } from "react-router";
import { findCurrentTake } from "#core/document/lesson";
import { useClassOutbox } from "../../lesson/class/class-outbox.ts";
import { beginClass, keepSession, useClassSession } from "../../lesson/class/class-session.ts";
import { PupilsInput, pupilsTyped } from "../../lesson/class/PupilsInput.tsx";
import { useLesson, useSaving } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { LocalTime } from "../../ui/LocalTime.tsx";
import styles from "./Teach.module.css";

/** Into class: for which group, or on with the class that is under way. */
export function BeginClass({ groups }: { groups: readonly string[] }) {
  const { lessonId, lesson } = useLesson();
  const { revision, saveState } = useSaving();
  const navigate = useNavigate();
  const session = useClassSession(lessonId);
  const { waiting } = useClassOutbox();
  const [group, setGroup] = useState("");
  const [pupils, setPupils] = useState<number | string>(lesson.plan.classPace?.pupils ?? "");
  const [goesOn, setGoesOn] = useState(findCurrentTake(lesson)?.video != null);
  const onStage = (at: number) => void navigate(`/lessons/${lessonId}/class/stage?revision=${at}`);
  if (session) {
    const begunMs = session.events[0]?.at;
    return (
      <section className={styles.begin}>
        <h2>A class is under way</h2>
        <p className={place.quiet}>
          {session.group || "No group named"}
          {begunMs === undefined ? null : (
            <>
              , begun <LocalTime at={new Date(begunMs)} />
            </>
          )}
          {session.revision < revision ? "; with the lesson as it was when it began" : ""}.
        </p>
        <div className={styles.row}>
          <Button onClick={() => onStage(session.revision)}>Go on with it</Button>
          <Button variant="subtle" color="gray" onClick={() => keepSession(lessonId, null)}>
            Keep nothing of it
          </Button>
        </div>
      </section>
    );
  }
  const begin = () => {
    beginClass(lessonId, {
      revision,
      group: group.trim(),
      pupils: pupilsTyped(pupils) ?? null,
      ageBand: lesson.plan.ageBand,
      goesOn,
    });
    onStage(revision);
  };
  return (
    <section className={styles.begin}>
      <h2>Teach it</h2>
      <div className={styles.row}>
        <Autocomplete
          label="Group"
          placeholder="Saturday 9–11s"
          maxLength={60}
          data={[...groups]}
          value={group}
          onChange={setGroup}
          className={styles.group ?? ""}
        />
        <PupilsInput label="Pupils" value={pupils} onChange={setPupils} className={styles.pupils} />
      </div>
      <Switch
        label="Goes on by itself when a wait is over"
        checked={goesOn}
        onChange={(e) => setGoesOn(e.currentTarget.checked)}
      />
      <Button fullWidth disabled={saveState !== "saved" || pupilsTyped(pupils) === undefined} onClick={begin}>
        Begin the class
      </Button>
      <p className={place.quiet}>
        A group, never a person. The picture fills the screen; your desk, with script and clock, opens in a
        second window from there.
      </p>
      {waiting > 0 ? (
        <p role="status">A class waits for the server, to go into the record. It is tried again by itself.</p>
      ) : null}
    </section>
  );
}

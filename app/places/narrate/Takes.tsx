import { Button } from "@mantine/core";
import { useState } from "react";
import { addTake, goToTake, takeFromCaptions } from "#core/document/changes";
import { findCurrentTake, type Take } from "#core/document/lesson";
import { contradictionsIn, retake } from "#core/document/proposals";
import type { Finding } from "#core/ground/base";
import type { Carried } from "#core/time/schedule";
import { useLesson } from "../../lesson/lesson-context.ts";
import { FilePick } from "../../ui/FilePick.tsx";
import { FindingList } from "../../ui/FindingList.tsx";
import { FoundInFile } from "./FoundInFile.tsx";
import styles from "./Narrate.module.css";
import { readCaptionFile } from "./read-caption-file.ts";

/** The takes of the lesson: another one brought in beside the present, every place carried over, and the way back. */
export function Takes() {
  const { lesson, computed, commit } = useLesson();
  const [made, setMade] = useState<{
    take: Take;
    carried: readonly Carried[];
    otherwise: readonly Finding[];
  } | null>(null);
  const [problems, setProblems] = useState<readonly Finding[]>([]);
  const current = findCurrentTake(lesson);
  if (!current?.narration) return null;
  const bringIn = async (file: File) => {
    const read = await readCaptionFile(file);
    setProblems(read.findings);
    if (!read.ok) return;
    const next = takeFromCaptions(lesson, file.name, read.value.cues);
    const carriedOver = retake(current, next);
    setMade({ ...carriedOver, otherwise: contradictionsIn(computed, carriedOver.take) });
  };
  const titleOf = (stepId: string) => {
    const step = computed.steps.find((s) => s.id === stepId);
    return step ? `${step.number}. ${step.title}` : stepId;
  };
  const count = (kind: Carried["kind"]) => made?.carried.filter((c) => c.kind === kind).length ?? 0;
  return (
    <section className={styles.takes}>
      <h2>Takes</h2>
      <ul>
        {lesson.takes.map((take) => (
          <li key={take.id}>
            <span>{take.label}</span>
            {take.id === current.id ? (
              <b>in use</b>
            ) : (
              <Button size="compact-sm" variant="default" onClick={() => commit(goToTake(take.id))}>
                Go to this take
              </Button>
            )}
          </li>
        ))}
      </ul>
      <FilePick accept=".vtt,.srt,.txt,.json" onPick={(f) => void bringIn(f)}>
        {(props) => (
          <Button size="compact-md" variant="default" {...props}>
            A new take, by its captions
          </Button>
        )}
      </FilePick>
      <FoundInFile findings={problems} onSeen={() => setProblems([])} />
      {made ? (
        <div role="status">
          <p>
            {made.take.label}: {count("kept")} places stand at the same words, {count("moved")} beside words
            that changed, {count("lost")} have lost theirs.
          </p>
          <ul>
            {made.carried
              .filter((c) => c.kind !== "kept")
              .map((c) => (
                <li key={c.id}>
                  {titleOf(c.id)}: {c.kind === "lost" ? "its words are gone" : "its words changed"}
                </li>
              ))}
          </ul>
          {made.otherwise.length > 0 ? (
            <>
              <p>It says otherwise than the drawing:</p>
              <FindingList findings={made.otherwise} />
            </>
          ) : null}
          <Button
            size="compact-md"
            onClick={() => {
              commit(addTake(made.take));
              setMade(null);
            }}
          >
            Take all that is sure
          </Button>{" "}
          <Button size="compact-md" variant="subtle" onClick={() => setMade(null)}>
            Leave it
          </Button>
        </div>
      ) : null}
    </section>
  );
}

import { Button, Select } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { useEffect, useState } from "react";
import { useRevalidator } from "react-router";
import type { Course, LaidCourse, LessonFacts } from "#core/class/course";
import { countOf, sentenceCase } from "#core/ground/base";
import { FindingList } from "../../ui/FindingList.tsx";
import { Sortable } from "../../ui/Sortable.tsx";
import styles from "./Course.module.css";
import { CourseHead } from "./CourseHead.tsx";
import { CourseLesson } from "./CourseLesson.tsx";
import { Meets } from "./Meets.tsx";
import { Materials, Sessions } from "./Sessions.tsx";
import { useCourseEdits } from "./use-course-edits.ts";

/** While sheets are being drawn anew, the course is asked again so often. */
const ASK_AGAIN_MS = 700;

/** Lessons in the order they are taught, over the weeks, with all that is needed for them. */
export function CoursePlace({
  course: stored,
  state,
  canUndo,
  canRedo,
  facts,
  laid,
  lessons,
  filling,
}: {
  /** Whether sheets are still being drawn. */
  filling: boolean;
  course: Course;
  state: number;
  canUndo: boolean;
  canRedo: boolean;
  facts: readonly (readonly [string, LessonFacts])[];
  laid: LaidCourse;
  lessons: readonly { readonly id: string; readonly title: string; readonly picture: string | null }[];
}) {
  const { course, busy, problem, edit: save, ask } = useCourseEdits(stored);
  const { revalidate, state: asking } = useRevalidator();
  useEffect(() => {
    if (!filling || asking !== "idle") return;
    const again = setTimeout(() => void revalidate().catch(() => {}), ASK_AGAIN_MS);
    return () => clearTimeout(again);
  }, [filling, asking, revalidate]);
  const undo = () => canUndo && ask({ intent: "undo" });
  const redo = () => canRedo && ask({ intent: "redo" });
  useHotkeys([
    ["mod+Z", undo],
    ["mod+shift+Z", redo],
  ]);
  const [chosen, setChosen] = useState<string | null>(null);
  const factsOf = new Map(facts);
  const listed = new Map(lessons.map((l) => [l.id, l]));
  const offered = lessons.filter((l) => !course.lessons.some((c) => c.lessonId === l.id));
  return (
    <div className={styles.page}>
      <CourseHead
        title={stored.title}
        busy={busy}
        undo={canUndo ? undo : null}
        redo={canRedo ? redo : null}
        onTitle={(title) => save({ do: "set", to: { title } })}
        onPutAway={() => ask({ intent: "put-away" })}
      />
      {problem ? (
        <p role="alert" className={styles.problem}>
          {problem}
        </p>
      ) : null}
      <main className={styles.body}>
        <section aria-label="Lessons in order">
          <h1>{sentenceCase(countOf(course.lessons.length, "lesson"))} in order</h1>
          {course.lessons.length === 0 ? (
            <p className={styles.said}>
              Put the first lesson in below; the next ones follow it, and can be dragged.
            </p>
          ) : null}
          <Sortable
            ids={course.lessons.map((l) => l.lessonId)}
            way="wrapped"
            onMove={(lessonId, to) => save({ do: "move", lessonId, to })}
          >
            <ol className={styles.lessons}>
              {course.lessons.map((of, index) => (
                <CourseLesson
                  key={of.lessonId}
                  of={of}
                  index={index}
                  course={course}
                  facts={factsOf}
                  listed={listed}
                  beingPutIn={!stored.lessons.some((l) => l.lessonId === of.lessonId)}
                  onEdit={save}
                  onGoOn={() => ask({ intent: "go-on", lessonId: of.lessonId })}
                />
              ))}
            </ol>
          </Sortable>
          <div className={styles.add}>
            <Select
              aria-label="A lesson of the shelf"
              placeholder="A lesson of the shelf …"
              searchable
              data={offered.map((l) => ({ value: l.id, label: l.title }))}
              value={chosen}
              onChange={setChosen}
            />
            <Button
              variant="default"
              disabled={chosen === null}
              onClick={() => {
                if (chosen) save({ do: "add", lessonId: chosen });
                setChosen(null);
              }}
            >
              Put it in
            </Button>
          </div>
          <FindingList findings={laid.findings} />
        </section>
        <aside className={styles.aside}>
          <Meets key={state} course={stored} onEdit={save} />
          <Sessions laid={laid} starts={stored.starts} />
          <Materials laid={laid} pupils={stored.pupils} />
        </aside>
      </main>
    </div>
  );
}

import { Button, NumberInput, Select, TextInput } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { useEffect, useState } from "react";
import { Link, useRevalidator } from "react-router";
import type { Course, CourseEdit, LaidCourse, LessonFacts } from "#core/class/course";
import { countOf, sentenceCase } from "#core/ground/base";
import { FindingList } from "../../ui/FindingList.tsx";
import { Sortable } from "../../ui/Sortable.tsx";
import { UndoButtons } from "../../ui/UndoButtons.tsx";
import styles from "./Course.module.css";
import { CourseLesson } from "./CourseLesson.tsx";
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
  const offered = lessons.filter((l) => !course.lessons.some((c) => c.lessonId === l.id));
  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <Link to="/" aria-label="Regulanda: back to the shelf">
          <img src="/mark.svg" alt="" width={30} height={30} />
        </Link>
        <TextInput
          variant="unstyled"
          aria-label="Title of the course"
          classNames={{ input: styles.title ?? "" }}
          key={stored.title}
          defaultValue={stored.title}
          maxLength={120}
          onBlur={(e) => {
            const title = e.currentTarget.value.trim();
            if (title === "") e.currentTarget.value = stored.title;
            else if (title !== stored.title) save({ do: "set", to: { title } });
          }}
          onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
        />
        <span className={styles.steps}>
          <UndoButtons undo={canUndo ? undo : null} redo={canRedo ? redo : null} />
          <span role="status">{busy ? "Saving…" : "Saved"}</span>
          <button type="button" className={styles.quiet} onClick={() => ask({ intent: "put-away" })}>
            Put the course away
          </button>
        </span>
      </header>
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
                  picture={lessons.find((l) => l.id === of.lessonId)?.picture ?? null}
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

/** When the class meets, how long, and how many they are. */
function Meets({ course, onEdit }: { course: Course; onEdit: (edit: CourseEdit) => void }) {
  const number = (
    label: string,
    field: "pupils" | "everyDays" | "sessionMinutes",
    least: number,
    most: number,
    unit: string,
  ) => (
    <NumberInput
      label={label}
      suffix={unit}
      min={least}
      max={most}
      allowDecimal={false}
      clampBehavior="strict"
      hideControls
      defaultValue={course[field]}
      onBlur={(e) => {
        const typed = Number.parseInt(e.currentTarget.value, 10);
        if (typed >= least && typed <= most && typed !== course[field])
          onEdit({ do: "set", to: { [field]: typed } });
      }}
      onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
    />
  );
  return (
    <section className={styles.meets} aria-label="When the class meets">
      {number("Pupils", "pupils", 1, 200, "")}
      {number("A session has", "sessionMinutes", 5, 240, " min")}
      {number("They meet every", "everyDays", 1, 60, " days")}
      <TextInput
        type="date"
        label="From"
        defaultValue={course.starts ?? ""}
        onBlur={(e) => {
          const starts = e.currentTarget.value || null;
          if (starts !== course.starts) onEdit({ do: "set", to: { starts } });
        }}
      />
    </section>
  );
}

import { MultiSelect } from "@mantine/core";
import { Link } from "react-router";
import type { Course, CourseEdit, LessonFacts } from "#core/class/course";
import { countOf, formatClock } from "#core/ground/base";
import { SortableItem } from "../../ui/Sortable.tsx";
import styles from "./Course.module.css";

/** A lesson in its place: its sheet, what it builds on, and ways on from it. */
export function CourseLesson({
  of: { lessonId, buildsOn },
  index,
  course,
  facts,
  listed,
  beingPutIn,
  onEdit,
  onGoOn,
}: {
  of: Course["lessons"][number];
  index: number;
  course: Course;
  facts: ReadonlyMap<string, LessonFacts>;
  /** The lessons of the shelf by their ids. */
  listed: ReadonlyMap<string, { readonly title: string; readonly picture: string | null }>;
  /** Whether the server has not answered yet that it is in the course: it has no facts till then. */
  beingPutIn: boolean;
  onEdit: (edit: CourseEdit) => void;
  onGoOn: () => void;
}) {
  const own = facts.get(lessonId);
  const titleOf = (id: string) => facts.get(id)?.title ?? listed.get(id)?.title ?? id;
  const title = titleOf(lessonId);
  const picture = listed.get(lessonId)?.picture;
  const ms = own?.parts.reduce((sum, p) => sum + p.ms, 0) ?? 0;
  const setBuildsOn = (ids: string[]) => onEdit({ do: "build-on", lessonId, buildsOn: ids });
  return (
    <SortableItem id={lessonId} className={styles.lesson}>
      <span className={styles.number}>{index + 1}</span>
      <Link
        to={`/lessons/${lessonId}`}
        className={styles.sheet}
        draggable={false}
        aria-label={`Open ${title}`}
      >
        {picture ? (
          <img src={`/lessons/${lessonId}/picture/${picture}.svg`} alt="" draggable={false} loading="lazy" />
        ) : null}
      </Link>
      <div className={styles.words}>
        <h2>{title}</h2>
        <p>
          {!own
            ? beingPutIn
              ? "being put in …"
              : "cannot be read just now"
            : own.parts.length === 0
              ? "nothing to teach in it yet"
              : `${countOf(own.parts.length, "part")}, ${formatClock(ms)} min`}
          {own?.handsIn ? `; handed in: ${own.handsIn}` : ""}
        </p>
        {own?.beginsOn ? (
          <p className={styles.begins}>Begins on the finished sheet of {own.beginsOn.title}</p>
        ) : null}
        <div className={styles.builds} onPointerDown={(e) => e.stopPropagation()}>
          {course.lessons.length > 1 ? (
            <MultiSelect
              size="xs"
              variant="unstyled"
              label="Builds on"
              placeholder={buildsOn.length === 0 ? "nothing before it" : ""}
              data={course.lessons
                .filter((l) => l.lessonId !== lessonId)
                .map((l) => ({ value: l.lessonId, label: titleOf(l.lessonId) }))}
              value={[...buildsOn]}
              onChange={setBuildsOn}
            />
          ) : null}
        </div>
        <div className={styles.acts} onPointerDown={(e) => e.stopPropagation()}>
          <button
            type="button"
            className={styles.quiet}
            disabled={index === 0}
            aria-label={`${title} earlier`}
            onClick={() => onEdit({ do: "move", lessonId, to: index - 1 })}
          >
            Earlier
          </button>
          <button
            type="button"
            className={styles.quiet}
            disabled={index === course.lessons.length - 1}
            aria-label={`${title} later`}
            onClick={() => onEdit({ do: "move", lessonId, to: index + 1 })}
          >
            Later
          </button>
          <button
            type="button"
            className={styles.quiet}
            disabled={!own}
            onClick={onGoOn}
            title="A new lesson that begins on this finished sheet: next week we colour"
          >
            Go on from its sheet
          </button>
          <button
            type="button"
            className={styles.quiet}
            aria-label={`Take ${title} out of the course`}
            onClick={() => onEdit({ do: "drop", lessonId })}
          >
            Take out
          </button>
        </div>
      </div>
    </SortableItem>
  );
}

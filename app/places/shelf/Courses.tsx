import { Button, TextInput } from "@mantine/core";
import { Form, Link, useSubmit } from "react-router";
import type { Course } from "#core/class/course";
import { countOf } from "#core/ground/base";
import { Sortable, SortableItem } from "../../ui/Sortable.tsx";
import styles from "./Courses.module.css";

/** The courses: the sheets of each in the order they are taught, to be dragged into another. */
export function Courses({
  courses,
  pictures,
  putAway,
}: {
  courses: readonly { readonly id: number; readonly course: Course }[];
  /** By lesson: its title, and its picture where it has one. */
  pictures: Readonly<Record<string, { readonly title: string; readonly picture: string | null }>>;
  putAway: readonly { readonly id: number; readonly title: string }[];
}) {
  const submit = useSubmit();
  return (
    <section className={styles.courses} aria-label="Courses">
      <div className={styles.head}>
        <h2>Courses</h2>
        <Form method="post" className={styles.new}>
          <input type="hidden" name="intent" value="new-course" />
          <TextInput
            name="title"
            size="sm"
            aria-label="Title of a new course"
            placeholder="A new course…"
            required
            maxLength={120}
          />
          <Button type="submit" size="sm" variant="default">
            Begin a course
          </Button>
        </Form>
        {putAway.map(({ id, title }) => (
          <Form method="post" key={id}>
            <input type="hidden" name="id" value={id} />
            <button type="submit" name="intent" value="course-back" className={styles.quiet}>
              Bring back {title}
            </button>
          </Form>
        ))}
      </div>
      {courses.map(({ id, course }) => (
        <article key={id} className={styles.course}>
          <h3>
            <Link to={`/courses/${id}`}>{course.title}</Link>
            <span>{countOf(course.lessons.length, "lesson")}</span>
          </h3>
          <Sortable
            ids={course.lessons.map((l) => l.lessonId)}
            way="across"
            onMove={(lessonId, to) =>
              void submit(
                { intent: "move-in-course", id: String(id), lessonId, to: String(to) },
                { method: "post" },
              )
            }
          >
            <ol className={styles.row}>
              {course.lessons.map(({ lessonId }, i) => {
                const { title = lessonId, picture = null } = pictures[lessonId] ?? {};
                return (
                  <SortableItem key={lessonId} id={lessonId}>
                    <Link to={`/lessons/${lessonId}`} draggable={false} title={title}>
                      <span>{i + 1}</span>
                      {picture ? (
                        <img
                          src={`/lessons/${lessonId}/picture/${picture}.svg`}
                          alt={title}
                          draggable={false}
                        />
                      ) : (
                        title
                      )}
                    </Link>
                  </SortableItem>
                );
              })}
            </ol>
          </Sortable>
        </article>
      ))}
    </section>
  );
}

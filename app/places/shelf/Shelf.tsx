import { Button, FileButton, SegmentedControl, TextInput } from "@mantine/core";
import { Form, Link, useNavigation, useSubmit } from "react-router";
import { formatClock } from "#core/base";
import type { Drawing } from "#core/display";
import type { LessonState } from "#core/pipeline";
import { DrawingView } from "../../ui/DrawingView.tsx";
import styles from "./Shelf.module.css";

interface ShelfLesson {
  readonly id: string;
  readonly title: string;
  readonly state: LessonState;
  readonly steps: number;
  readonly totalMs: number;
  readonly view: string;
  readonly next: string;
  readonly toMend: number;
  readonly picture: Drawing;
}

/** The lessons as drawn sheets, and the ways to get another one. */
export function Shelf({
  lessons,
  putAway,
  problems,
}: {
  lessons: readonly ShelfLesson[];
  putAway: readonly { id: string; title: string }[];
  problems: readonly string[];
}) {
  const busy = useNavigation().state !== "idle";
  const submit = useSubmit();
  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <h1>
          <img src="/mark.svg" alt="" width={40} height={40} /> Regulanda
        </h1>
        <Form method="post" className={styles.new}>
          <input type="hidden" name="intent" value="new" />
          <TextInput
            name="title"
            aria-label="Title of a new lesson"
            placeholder="A new lesson…"
            required
            maxLength={120}
            className={styles.newTitle ?? ""}
          />
          <SegmentedControl
            name="unit"
            aria-label="Measures"
            data={[
              { value: "in", label: "inches" },
              { value: "mm", label: "mm" },
            ]}
          />
          <Button type="submit" loading={busy}>
            Start
          </Button>
          <FileButton
            accept="application/json,.json"
            onChange={(file) => {
              if (!file) return;
              const form = new FormData();
              form.set("intent", "bring-in");
              form.set("file", file);
              void submit(form, { method: "post", encType: "multipart/form-data" });
            }}
          >
            {(props) => (
              <Button variant="default" {...props}>
                Bring in a lesson file
              </Button>
            )}
          </FileButton>
        </Form>
      </header>
      {problems.length > 0 ? (
        <div role="alert" className={styles.problems}>
          {problems.map((p) => (
            <p key={p}>{p}</p>
          ))}
        </div>
      ) : null}
      <main>
        <h2 className="visually-hidden">Lessons</h2>
        {lessons.length === 0 ? (
          <p className={styles.empty}>
            The shelf is empty. Type a title above and press Start: the sheet, the horizon and the vanishing
            point are already there.
          </p>
        ) : null}
        <ul className={styles.shelf}>
          {lessons.map((lesson) => (
            <li key={lesson.id} className={styles.lesson}>
              <Link to={`/lessons/${lesson.id}`} className={styles.sheet} aria-label={`Open ${lesson.title}`}>
                <DrawingView drawing={lesson.picture} className={styles.picture} />
              </Link>
              <div className={styles.words}>
                <h3>
                  <Link to={`/lessons/${lesson.id}`}>{lesson.title}</Link>
                </h3>
                <p>
                  {lesson.view} · {lesson.steps} steps · {formatClock(lesson.totalMs)} min · {lesson.state}
                </p>
                <p className={styles.next}>
                  {lesson.next}
                  {lesson.toMend > 0 ? ` ${lesson.toMend} things to mend.` : ""}
                </p>
                <div className={styles.links}>
                  <a href={`/lessons/${lesson.id}/file`} download>
                    Take out as a file
                  </a>
                  <Form method="post">
                    <input type="hidden" name="id" value={lesson.id} />
                    <button
                      type="submit"
                      name="intent"
                      value="put-away"
                      className={styles.quietButton}
                      aria-label={`Put away ${lesson.title}`}
                    >
                      Put away
                    </button>
                  </Form>
                </div>
              </div>
            </li>
          ))}
        </ul>
        {putAway.length > 0 ? (
          <section className={styles.putAway}>
            <h2>Put away</h2>
            <ul>
              {putAway.map((lesson) => (
                <li key={lesson.id}>
                  <Form method="post">
                    <input type="hidden" name="id" value={lesson.id} />
                    {lesson.title}{" "}
                    <button
                      type="submit"
                      name="intent"
                      value="bring-back"
                      className={styles.quietButton}
                      aria-label={`Bring back ${lesson.title}`}
                    >
                      Bring back
                    </button>
                  </Form>
                </li>
              ))}
            </ul>
          </section>
        ) : null}
      </main>
    </div>
  );
}

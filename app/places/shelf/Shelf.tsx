import { Button, Menu, SegmentedControl, Select, TextInput } from "@mantine/core";
import { useState } from "react";
import { Form, Link, useNavigation, useSearchParams, useSubmit } from "react-router";
import { countOf, formatClock } from "#core/base";
import type { Drawing } from "#core/display";
import { DrawingView } from "../../ui/DrawingView.tsx";
import { arrangeShelf, type Findable, SORTS, type Sort } from "./arrange-shelf.ts";
import { BringIn } from "./BringIn.tsx";
import styles from "./Shelf.module.css";

interface ShelfLesson extends Findable {
  readonly id: string;
  readonly next: string;
  readonly picture: Drawing;
}

/** The lessons as drawn sheets, and the ways to get another one. */
export function Shelf({
  lessons,
  putAway,
  demos,
  problems,
}: {
  lessons: readonly ShelfLesson[];
  putAway: readonly { id: string; title: string }[];
  demos: readonly { name: string; title: string }[];
  problems: readonly string[];
}) {
  const busy = useNavigation().state !== "idle";
  const submit = useSubmit();
  const [params, setParams] = useSearchParams();
  const [refused, setRefused] = useState<readonly string[]>([]);
  const wanted = params.get("find") ?? "";
  const sort = SORTS.find((s) => s.value === params.get("sort"))?.value ?? "latest";
  const shown = arrangeShelf(lessons, wanted, sort);
  const set = (key: string, value: string) =>
    setParams(
      (p) => {
        if (value === "" || value === "latest") p.delete(key);
        else p.set(key, value);
        return p;
      },
      { replace: true, preventScrollReset: true },
    );
  const said = [...problems, ...refused];
  return (
    <div className={styles.page}>
      <header className={styles.head}>
        <h1>
          <img src="/mark.svg" alt="" width={40} height={40} /> Regulanda
        </h1>
        <div className={styles.ways}>
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
          </Form>
          <Menu position="bottom-end">
            <Menu.Target>
              <Button variant="default">From a demo</Button>
            </Menu.Target>
            <Menu.Dropdown>
              {demos.map(({ name, title }) => (
                <Menu.Item
                  key={name}
                  onClick={() => void submit({ intent: "from-demo", name }, { method: "post" })}
                >
                  {title}
                </Menu.Item>
              ))}
            </Menu.Dropdown>
          </Menu>
          <BringIn onProblems={setRefused} />
        </div>
      </header>
      {said.length > 0 ? (
        <div role="alert" className={styles.problems}>
          {said.map((p) => (
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
        ) : (
          <div className={styles.find}>
            <TextInput
              type="search"
              aria-label="Find a lesson"
              placeholder="Find: kiosk, two-point, narrated …"
              value={wanted}
              onChange={(e) => set("find", e.currentTarget.value)}
              className={styles.findWords ?? ""}
            />
            <Select
              aria-label="Order of the shelf"
              allowDeselect={false}
              data={[...SORTS]}
              value={sort}
              onChange={(value) => value && set("sort", value as Sort)}
            />
            <span role="status" className={styles.count}>
              {shown.length === lessons.length
                ? countOf(lessons.length, "lesson")
                : `${shown.length} of ${countOf(lessons.length, "lesson")}`}
            </span>
          </div>
        )}
        <ul className={styles.shelf}>
          {shown.map((lesson) => (
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
                  <LessonAction id={lesson.id} title={lesson.title} intent="copy" label="Copy" />
                  <a
                    href={`/lessons/${lesson.id}/bundle`}
                    download
                    aria-label={`Take out ${lesson.title} with all that belongs to it`}
                  >
                    Take out
                  </a>
                  <LessonAction id={lesson.id} title={lesson.title} intent="put-away" label="Put away" />
                </div>
              </div>
            </li>
          ))}
        </ul>
        {lessons.length > 0 && shown.length === 0 ? <p>No lesson has these words.</p> : null}
        {putAway.length > 0 ? (
          <section className={styles.putAway}>
            <h2>Put away</h2>
            <ul>
              {putAway.map((lesson) => (
                <li key={lesson.id}>
                  {lesson.title}{" "}
                  <LessonAction id={lesson.id} title={lesson.title} intent="bring-back" label="Bring back" />
                </li>
              ))}
            </ul>
          </section>
        ) : null}
      </main>
    </div>
  );
}

function LessonAction({
  id,
  title,
  intent,
  label,
}: {
  id: string;
  title: string;
  intent: "copy" | "put-away" | "bring-back";
  label: string;
}) {
  return (
    <Form method="post">
      <input type="hidden" name="id" value={id} />
      <button
        type="submit"
        name="intent"
        value={intent}
        className={styles.quietButton}
        aria-label={`${label} ${title}`}
      >
        {label}
      </button>
    </Form>
  );
}

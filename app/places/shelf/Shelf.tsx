import { useEffect } from "react";
import { Link, useRevalidator, useSearchParams } from "react-router";
import { Courses } from "./Courses.tsx";
import { FindLessons } from "./FindLessons.tsx";
import styles from "./Shelf.module.css";
import { LessonAction, ShelfCard, type ShelfLesson } from "./ShelfCard.tsx";
import { ShelfHead } from "./ShelfHead.tsx";
import { useRefusal } from "./use-refusal.ts";

/** While sheets are being drawn anew, the shelf is asked again so often. */
const ASK_AGAIN_MS = 700;

/** The lessons as drawn sheets, and the ways to get another one. */
export function Shelf({
  lessons,
  found,
  all,
  filling,
  more,
  sort,
  putAway,
  demos,
  courses,
  pictures,
  coursesAway,
  problems,
}: {
  courses: Parameters<typeof Courses>[0]["courses"];
  pictures: Parameters<typeof Courses>[0]["pictures"];
  coursesAway: Parameters<typeof Courses>[0]["putAway"];
  lessons: readonly ShelfLesson[];
  /** How many lessons have the words looked for, and how many there are. */
  found: number;
  all: number;
  /** Whether sheets are still being drawn. */
  filling: boolean;
  /** How many are shown when more are asked for; null when all are. */
  more: number | null;
  sort: string;
  putAway: readonly { id: string; title: string }[];
  demos: readonly { name: string; title: string }[];
  problems: readonly string[];
}) {
  const [params] = useSearchParams();
  const [said, refuse] = useRefusal(problems);
  const { revalidate, state } = useRevalidator();
  useEffect(() => {
    if (!filling || state !== "idle") return;
    // Going elsewhere cuts the asking off, and asks by itself.
    const again = setTimeout(() => void revalidate().catch(() => {}), ASK_AGAIN_MS);
    return () => clearTimeout(again);
  }, [filling, state, revalidate]);
  const wider = new URLSearchParams(params);
  if (more !== null) wider.set("shown", String(more));
  // Who looks for a lesson wants what is found next to the words.
  const shelfOfCourses = params.get("find") ? null : (
    <Courses courses={courses} pictures={pictures} putAway={coursesAway} />
  );
  return (
    <div className={styles.page}>
      <ShelfHead demos={demos} onRefused={refuse} />
      {said.length > 0 ? (
        <div role="alert" className={styles.problems}>
          {said.map((p) => (
            <p key={p}>{p}</p>
          ))}
        </div>
      ) : null}
      <main>
        <h2 className="visually-hidden">Lessons</h2>
        {all === 0 ? (
          <p className={styles.empty}>
            The shelf is empty. Type a title above and press Start: the sheet, the horizon and the vanishing
            point are already there.
          </p>
        ) : (
          <>
            {courses.length > 0 ? shelfOfCourses : null}
            <FindLessons found={found} all={all} sort={sort} />
          </>
        )}
        <ul className={styles.shelf}>
          {lessons.map((lesson) => (
            <ShelfCard key={lesson.id} lesson={lesson} />
          ))}
        </ul>
        {all > 0 && found === 0 ? <p>No lesson has these words.</p> : null}
        {more !== null ? (
          <Link to={{ search: wider.toString() }} preventScrollReset className={styles.more}>
            Show more of the {found}
          </Link>
        ) : null}
        {all > 0 && courses.length === 0 ? shelfOfCourses : null}
        {putAway.length > 0 ? <PutAway lessons={putAway} /> : null}
      </main>
    </div>
  );
}

/** Lessons that were put away, each with the way back. */
function PutAway({ lessons }: { lessons: readonly { id: string; title: string }[] }) {
  return (
    <section className={styles.putAway}>
      <h2>Put away</h2>
      <ul>
        {lessons.map(({ id, title }) => (
          <li key={id}>
            {title} <LessonAction id={id} title={title} intent="bring-back" label="Bring back" />
          </li>
        ))}
      </ul>
    </section>
  );
}

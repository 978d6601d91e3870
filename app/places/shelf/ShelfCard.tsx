import { Form, Link } from "react-router";
import { formatClock } from "#core/ground/base";
import styles from "./Shelf.module.css";

/** What the shelf shows of a lesson: worked out of its document beforehand, or still being worked out. */
export interface ShelfLesson {
  readonly id: string;
  readonly title: string;
  readonly digest: {
    readonly view: string;
    readonly state: string;
    readonly steps: number;
    readonly totalMs: number;
    readonly toMend: number;
    readonly why: string;
    readonly widthMm: number;
    readonly heightMm: number;
    readonly picture: string;
  } | null;
  /** Whether that is the lesson as it is now. */
  readonly current: boolean;
  /** Why it cannot be read; null when it can. */
  readonly unreadable: readonly string[] | null;
}

/** A lesson on the shelf: its drawn sheet, what state it is in, and what can be done with it. */
export function ShelfCard({ lesson }: { lesson: ShelfLesson }) {
  const { id, title, digest, current, unreadable } = lesson;
  if (unreadable) return <UnreadableCard id={id} title={title} why={unreadable} />;
  return (
    <li className={styles.lesson} data-current={current}>
      <Link to={`/lessons/${id}`} className={styles.sheet} aria-label={`Open ${title}`}>
        {digest ? (
          <img
            className={styles.picture}
            src={`/lessons/${id}/picture/${digest.picture}.svg`}
            width={digest.widthMm}
            height={digest.heightMm}
            alt={`The finished drawing of ${title}`}
          />
        ) : (
          <span className={styles.bare} />
        )}
      </Link>
      <div className={styles.words}>
        <h3>
          <Link to={`/lessons/${id}`}>{title}</Link>
        </h3>
        <p>
          {digest
            ? `${digest.view} · ${digest.steps} steps · ${formatClock(digest.totalMs)} min · ${digest.state}`
            : "Its sheet is being drawn …"}
        </p>
        <p className={styles.next}>
          {digest && current ? digest.why : null}
          {digest && current && digest.toMend > 0 ? ` ${digest.toMend} things to fix.` : null}
          {digest && !current ? "Changed since; its sheet is being drawn anew …" : null}
        </p>
        <div className={styles.links}>
          <LessonAction id={id} title={title} intent="copy" label="Copy" />
          <a
            href={`/lessons/${id}/bundle`}
            download
            aria-label={`Take out ${title} with all that belongs to it`}
          >
            Take out
          </a>
          <LessonAction id={id} title={title} intent="go-on" label="Go on from" />
          <LessonAction id={id} title={title} intent="put-away" label="Put away" />
        </div>
      </div>
    </li>
  );
}

/** A lesson that is there and cannot be read: why, its file to take out, and a way to put it aside. */
function UnreadableCard({ id, title, why }: { id: string; title: string; why: readonly string[] }) {
  return (
    <li className={styles.lesson} data-current="true">
      <div className={styles.bare} data-unreadable="">
        Cannot be read
      </div>
      <div className={styles.words}>
        <h3>{title}</h3>
        <p>{why[0]}</p>
        <p className={styles.next}>It is kept as it is, and everything else works.</p>
        <div className={styles.links}>
          <a href={`/lessons/${id}/file`} download aria-label={`Take out the file of ${title}`}>
            Take out its file
          </a>
          <LessonAction id={id} title={title} intent="put-away" label="Put away" />
        </div>
      </div>
    </li>
  );
}

/** Something done with a lesson as a whole. */
export function LessonAction({
  id,
  title,
  intent,
  label,
}: {
  id: string;
  title: string;
  intent: "copy" | "go-on" | "put-away" | "bring-back";
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

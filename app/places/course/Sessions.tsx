import { Fragment } from "react";
import { Link } from "react-router";
import type { LaidCourse } from "#core/class/course";
import { countOf, sentenceCase } from "#core/ground/base";
import { LocalDay } from "../../ui/LocalDay.tsx";
import styles from "./Course.module.css";

function dayAfter(day: string, days: number): string {
  const at = new Date(`${day}T12:00:00Z`);
  at.setUTCDate(at.getUTCDate() + days);
  return at.toISOString().slice(0, 10);
}

/** The sessions one after another, with what is taught in each and what is waited for between them. */
export function Sessions({ laid: { sessions }, starts }: { laid: LaidCourse; starts: string | null }) {
  if (sessions.length === 0) return null;
  return (
    <section aria-label="Sessions">
      <h2>{sentenceCase(countOf(sessions.length, "session"))}</h2>
      <ol className={styles.sessions}>
        {sessions.map((s) => (
          <li key={s.number}>
            <b>
              {s.number}
              {starts ? (
                <>
                  {" "}
                  · <LocalDay day={dayAfter(starts, s.afterDays)} />
                </>
              ) : null}
            </b>
            {s.parts.map((p) => (
              <Fragment key={`${p.lessonId} ${p.part}`}>
                <span>
                  <Link to={`/lessons/${p.lessonId}/teach`}>{p.title}</Link>
                  {p.of > 1 ? `, part ${p.part} of ${p.of}` : ""}, {Math.round(p.minutes)} min
                </span>
                {p.gates.map((gate) => (
                  <span key={gate} className={styles.gate}>
                    {gate}
                  </span>
                ))}
              </Fragment>
            ))}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Everything the course needs, in one list. */
export function Materials({ laid: { materials }, pupils }: { laid: LaidCourse; pupils: number }) {
  if (materials.length === 0) return null;
  return (
    <section aria-label="Materials">
      <h2>For {countOf(pupils, "pupil")}</h2>
      <table className={styles.materials}>
        <tbody>
          {materials.map((m) => (
            <tr key={m.name}>
              <td>{m.count}</td>
              <td>
                {m.label}
                <span>
                  {m.usedUp ? "used up" : m.count === 1 ? "for all" : "one each"};{" "}
                  {m.lessons.length === 1 ? m.lessons[0] : `in ${m.lessons.length} lessons`}
                </span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

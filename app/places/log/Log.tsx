import { Button } from "@mantine/core";
import { Form, useNavigation } from "react-router";
import type { Change } from "#core/base";
import { PrintList, type PrintRecord } from "../../lesson/PrintList.tsx";
import place from "../../lesson/place.module.css";
import { LocalTime } from "../../ui/LocalTime.tsx";
import styles from "./Log.module.css";

interface Revision {
  readonly revision: number;
  readonly kind: string;
  readonly changes: readonly Change[];
  readonly madeAt: Date;
}
interface SetAside {
  readonly id: number;
  readonly baseRevision: number;
  readonly foundRevision: number;
  readonly changes: readonly Change[];
  readonly madeAt: Date;
}

const DONE: Readonly<Record<string, string>> = {
  create: "put on the shelf",
  undo: "undone",
  redo: "done again",
  restore: "an earlier version brought back",
};

/** What happened to this lesson: prints, revisions, and versions kept aside. */
export function Log({
  revisions,
  setAside,
  prints,
}: {
  revisions: readonly Revision[];
  setAside: readonly SetAside[];
  prints: readonly PrintRecord[];
}) {
  const busy = useNavigation().state !== "idle";
  return (
    <div className={place.page}>
      <div className={styles.columns}>
        <section>
          <h1>Revisions</h1>
          <ol className={styles.list}>
            {revisions.map((r, i) => (
              <li key={r.revision}>
                <span className={styles.number}>{r.revision}</span>
                <span>
                  <LocalTime at={r.madeAt} /> · {DONE[r.kind] ?? sayChanges(r.changes)}
                </span>
                {i > 0 ? (
                  <Form method="post">
                    <Button
                      type="submit"
                      name="revision"
                      value={r.revision}
                      size="compact-sm"
                      variant="default"
                      disabled={busy}
                      aria-label={`Bring back revision ${r.revision}`}
                    >
                      Bring back
                    </Button>
                  </Form>
                ) : (
                  <b>now</b>
                )}
              </li>
            ))}
          </ol>
        </section>
        <section className={styles.side}>
          <PrintList prints={prints} />
          {setAside.length > 0 ? (
            <section>
              <h2>Kept aside</h2>
              <p className={place.quiet}>
                Versions that were saved over a lesson that had moved on. Nothing of them is lost.
              </p>
              <ol className={styles.list}>
                {setAside.map((s) => (
                  <li key={s.id}>
                    <span className={styles.number}>{s.baseRevision}+</span>
                    <span>
                      <LocalTime at={s.madeAt} /> · {sayChanges(s.changes)}, made on revision {s.baseRevision}{" "}
                      while {s.foundRevision} was saved
                    </span>
                    <Form method="post">
                      <Button
                        type="submit"
                        name="setAsideId"
                        value={s.id}
                        size="compact-sm"
                        variant="default"
                        disabled={busy}
                      >
                        Bring back
                      </Button>
                    </Form>
                  </li>
                ))}
              </ol>
            </section>
          ) : null}
        </section>
      </div>
    </div>
  );
}

/** "left bench: width" from the addresses of the changes. */
function sayChanges(changes: readonly Change[]): string {
  const said = changes.map(({ id, field, value }) => {
    const thing = id.slice(id.indexOf("/") + 1).replaceAll("-", " ");
    if (field === "self") return value === null ? `${thing} taken away` : `${thing} put down`;
    const part = field
      .replace(/^handles\./, "")
      .replace(/Mm$/, "")
      .replaceAll(".", " ")
      .replace(/([a-z])([A-Z])/g, "$1 $2")
      .toLowerCase();
    return `${thing}: ${part}`;
  });
  return [...new Set(said)].slice(0, 3).join(", ");
}

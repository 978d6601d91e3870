import { CALLED, type HandOutWish, type PrintState } from "#core/output/handout";
import { LocalTime } from "../../ui/LocalTime.tsx";
import styles from "./PrintList.module.css";

export interface PrintRecord {
  readonly id: number;
  readonly revision: number;
  readonly printedAt: Date;
  readonly wish: HandOutWish;
  readonly parts: readonly {
    readonly id: string;
    readonly number?: number;
    readonly mark: string;
    readonly state: PrintState;
  }[];
}

const SAID: Readonly<Record<PrintState, string>> = {
  good: "still good",
  "times-moved": "times moved",
  stale: "out of date",
  older: "made by an older version of the program: print once more",
  gone: "no longer in the lesson",
};

/** What was printed, and which of it is still good. */
export function PrintList({ prints }: { prints: readonly PrintRecord[] }) {
  if (prints.length === 0) return <p className={styles.none}>Nothing printed yet.</p>;
  return (
    <section aria-label="Printed so far">
      <h2>Printed so far</h2>
      <ol className={styles.prints}>
        {prints.map((print) => (
          <li key={print.id}>
            <b>{CALLED[print.wish.what].name}</b>, <LocalTime at={print.printedAt} />, revision{" "}
            {print.revision}
            {(["stale", "older", "gone", "times-moved", "good"] as const).map((state) => {
              const parts = print.parts.filter((p) => p.state === state);
              return parts.length === 0 ? null : (
                <div key={state} className={styles.state} data-state={state}>
                  {sayParts(parts, print.parts.length)} {SAID[state]}
                </div>
              );
            })}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** "all 23 cards", "cards 2, 5"; of what has no numbers, how many pieces. */
function sayParts(parts: PrintRecord["parts"], all: number): string {
  const numbered = parts.every((p) => p.number !== undefined);
  if (!numbered)
    return all === 1 ? "it is" : parts.length === all ? "all of it" : `${parts.length} of ${all} pieces`;
  if (parts.length === all && all > 1) return `all ${all} cards`;
  return parts.length === 1 ? `card ${parts[0]?.number}` : `cards ${parts.map((p) => p.number).join(", ")}`;
}

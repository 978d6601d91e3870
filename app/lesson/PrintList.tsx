import type { CardState } from "#core/display";
import { LocalTime } from "../ui/LocalTime.tsx";
import styles from "./PrintList.module.css";

export interface PrintRecord {
  readonly id: number;
  readonly revision: number;
  readonly printedAt: Date;
  readonly cards: readonly {
    readonly stepId: string;
    readonly number: number;
    readonly mark: string;
    readonly state: CardState;
  }[];
}

const SAID: Readonly<Record<CardState, string>> = {
  good: "still good",
  "times-moved": "times moved",
  stale: "out of date",
  older: "made by an older version of the program: print once more",
  gone: "no longer in the lesson",
};

/** What was printed, and which of those cards are still good. */
export function PrintList({ prints }: { prints: readonly PrintRecord[] }) {
  if (prints.length === 0) return <p className={styles.none}>Nothing printed yet.</p>;
  return (
    <section aria-label="Printed so far">
      <h2>Printed so far</h2>
      <ol className={styles.prints}>
        {prints.map((print) => (
          <li key={print.id}>
            <b>
              <LocalTime at={print.printedAt} />
            </b>{" "}
            revision {print.revision}
            {(["stale", "older", "gone", "times-moved", "good"] as const).map((state) => {
              const cards = print.cards.filter((c) => c.state === state);
              if (cards.length === 0) return null;
              return (
                <div key={state} className={styles.state} data-state={state}>
                  {cards.length === print.cards.length
                    ? `all ${cards.length} cards`
                    : cards.length === 1
                      ? `card ${cards[0]?.number}`
                      : `cards ${cards.map((c) => c.number).join(", ")}`}{" "}
                  {SAID[state]}
                </div>
              );
            })}
          </li>
        ))}
      </ol>
    </section>
  );
}

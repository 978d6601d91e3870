import { Button } from "@mantine/core";
import { useState } from "react";
import { judgeDrift } from "#core/document/pipeline";
import { type Proposal, proposeOrder, proposeVanishingPoints } from "#core/document/proposals";
import type { Finding } from "#core/ground/base";
import { useLesson } from "../../lesson/lesson-context.ts";
import { FindingList } from "../../ui/FindingList.tsx";
import styles from "./Build.module.css";

/** What the engine would do differently: worked out when asked for, shown on the sheet before it is taken. */
export function Proposals() {
  const { lesson, computed, commit, preview } = useLesson();
  const [strays, setStrays] = useState<readonly Finding[] | null>(null);
  const [shown, setShown] = useState<{ proposal: Proposal | null; nothing: string } | null>(null);
  const ask = (proposal: Proposal | null, nothing: string) => {
    setShown({ proposal, nothing });
    preview(proposal ? proposal.changes : null);
  };
  if (lesson.objects.length === 0) return null;
  return (
    <section>
      <h2>Proposals</h2>
      <div className={styles.actions}>
        <Button
          size="compact-sm"
          variant="default"
          disabled={shown?.proposal != null}
          onClick={() => ask(proposeOrder(lesson), "No other order rubs out less.")}
        >
          Order with less rubbing out
        </Button>
        <Button
          size="compact-sm"
          variant="default"
          disabled={shown?.proposal != null}
          onClick={() =>
            ask(proposeVanishingPoints(lesson), "Nothing is stretched, or no points within reach would help.")
          }
        >
          Points that stretch nothing
        </Button>
        <Button size="compact-sm" variant="default" onClick={() => setStrays(judgeDrift(computed).findings)}>
          Where hands will stray
        </Button>
      </div>
      {strays ? (
        strays.length > 0 ? (
          <FindingList
            findings={strays}
            onFix={(changes) => {
              commit(changes);
              setStrays(null);
            }}
          />
        ) : (
          <p role="status">With a pencil set down within half a millimetre no corner strays by 2 mm.</p>
        )
      ) : null}
      {shown ? (
        <p role="status">
          {shown.proposal ? shown.proposal.message : shown.nothing}{" "}
          {shown.proposal ? (
            <>
              <Button
                size="compact-sm"
                onClick={() => {
                  if (shown.proposal) commit(shown.proposal.changes);
                  setShown(null);
                }}
              >
                Take it
              </Button>{" "}
              <Button
                size="compact-sm"
                variant="subtle"
                onClick={() => {
                  preview(null);
                  setShown(null);
                }}
              >
                Leave it
              </Button>
            </>
          ) : null}
        </p>
      ) : null}
    </section>
  );
}

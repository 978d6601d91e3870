import { Button, SegmentedControl } from "@mantine/core";
import { useEffect, useRef } from "react";
import { useFetcher } from "react-router";
import { formatClock } from "#core/base";
import { type Drawing, PRINT_PALETTE } from "#core/display";
import { useLesson } from "../../lesson/lesson-context.ts";
import { PrintList, type PrintRecord } from "../../lesson/PrintList.tsx";
import place from "../../lesson/place.module.css";
import { DrawingView } from "../../ui/DrawingView.tsx";
import styles from "./HandOut.module.css";

/** The step cards as pages, exactly as they will be printed, and what was printed before. */
export function HandOut({ pages, prints }: { pages: readonly Drawing[]; prints: readonly PrintRecord[] }) {
  const { lessonId, lesson, computed, commit, saveState } = useLesson();
  const fetcher = useFetcher<{ printId: number }>();
  const { handOut } = lesson;
  const printId = fetcher.data?.printId ?? null;
  const making = fetcher.state !== "idle";
  const link = useRef<HTMLAnchorElement>(null);
  const fetched = useRef<number | null>(null);
  // The print is in the log; its file comes by an address of its own.
  useEffect(() => {
    if (printId === null || fetched.current === printId) return;
    fetched.current = printId;
    link.current?.click();
  }, [printId]);

  return (
    <div className={place.sides}>
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region must be reachable by keyboard (WCAG 2.1.1) */}
      <section className={styles.pages} aria-label="Pages" tabIndex={0}>
        {pages.map((page) => (
          <div
            key={page.alt}
            className={styles.page}
            style={{ aspectRatio: `${page.box.width} / ${page.box.height}` }}
          >
            <DrawingView drawing={page} palette={PRINT_PALETTE} />
          </div>
        ))}
      </section>
      <aside className={place.column} aria-label="Cards">
        <h2>Step cards</h2>
        <p className={place.quiet}>
          {computed.steps.length} cards
          {handOut.words !== "full" && computed.steps.some((s) => s.answers.length > 0)
            ? " and an answer sheet"
            : ""}{" "}
          on {pages.length} {pages.length === 1 ? "page" : "pages"}, {formatClock(computed.schedule.totalMs)}{" "}
          of lesson.
        </p>
        <SegmentedControl
          aria-label="Page size"
          value={handOut.paper}
          data={[
            { value: "a4", label: "A4" },
            { value: "letter", label: "Letter" },
          ]}
          onChange={(value) => commit([{ id: "hand-out", field: "paper", value }])}
        />
        <SegmentedControl
          aria-label="Cards on a page"
          value={String(handOut.cardsPerPage)}
          data={[1, 2, 4, 6].map((n) => ({ value: String(n), label: `${n}` }))}
          onChange={(value) => commit([{ id: "hand-out", field: "cardsPerPage", value: Number(value) }])}
        />
        <p className={place.quiet}>Cards on a page. Print at 100 %, "actual size".</p>
        {computed.steps.some((s) => s.inFull !== s.actions) ? (
          <>
            <SegmentedControl
              aria-label="Words on the cards"
              value={handOut.words ?? "as-taught"}
              data={[
                { value: "as-taught", label: "Help fades" },
                { value: "full", label: "All words" },
              ]}
              onChange={(value) =>
                commit([{ id: "hand-out", field: "words", value: value === "full" ? "full" : null }])
              }
            />
            <p className={place.quiet}>All words: for a pupil who was away.</p>
          </>
        ) : null}
        <fetcher.Form method="post">
          <Button type="submit" fullWidth loading={making} disabled={saveState !== "saved"}>
            Make the cards (PDF)
          </Button>
        </fetcher.Form>
        {printId === null ? null : (
          <a ref={link} href={`/lessons/${lessonId}/prints/${printId}/cards.pdf`} download>
            The cards as a file, once more
          </a>
        )}
        <PrintList prints={prints} />
      </aside>
    </div>
  );
}

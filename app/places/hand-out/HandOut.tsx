import { Button, SegmentedControl } from "@mantine/core";
import { useState } from "react";
import { useRevalidator } from "react-router";
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
  const revalidator = useRevalidator();
  const [making, setMaking] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const { handOut } = lesson;

  const print = async () => {
    setMaking(true);
    setProblem(null);
    try {
      const answer = await fetch(`/lessons/${lessonId}/cards.pdf`, { method: "POST" });
      if (!answer.ok) throw new Error(await answer.text());
      const url = URL.createObjectURL(await answer.blob());
      const link = document.createElement("a");
      link.href = url;
      link.download = `${lessonId}-cards.pdf`;
      link.click();
      setTimeout(() => URL.revokeObjectURL(url), 60_000);
      await revalidator.revalidate();
    } catch {
      setProblem("The cards could not be made just now. Nothing was logged; try again.");
    } finally {
      setMaking(false);
    }
  };

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
          {computed.steps.length} cards on {pages.length} {pages.length === 1 ? "page" : "pages"},{" "}
          {formatClock(computed.schedule.totalMs)} of lesson.
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
        <Button onClick={() => void print()} loading={making} disabled={saveState !== "saved"}>
          Make the cards (PDF)
        </Button>
        {problem ? <p role="alert">{problem}</p> : null}
        <PrintList prints={prints} />
      </aside>
    </div>
  );
}

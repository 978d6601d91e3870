import { memo, useEffect, useRef } from "react";
import type { Part } from "#core/time/schedule";
import { Sortable, SortableItem } from "../../ui/Sortable.tsx";
import type { LessonContext } from "../lesson-context.ts";
import { StepButton, StepPictures } from "./StepButton.tsx";
import styles from "./StepStrip.module.css";

/** The steps of the lesson, each a thumbnail of its new lines; the same strip in every place. */
export const StepStrip = memo(function StepStrip({
  computed,
  step,
  chooseStep,
  onMove,
}: Pick<LessonContext, "computed" | "step" | "chooseStep"> & {
  /** A step is told at another place. */
  onMove: (stepId: string, toIndex: number) => void;
}) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    if (step)
      list.current
        ?.querySelector('[aria-current="step"]')
        ?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [step]);
  const move = (by: number) => {
    const index = step ? computed.steps.indexOf(step) : -1;
    const next = computed.steps[Math.min(computed.steps.length - 1, Math.max(0, index + by))];
    if (!next) return;
    chooseStep(next.id);
    list.current?.querySelectorAll<HTMLButtonElement>("button")[next.number - 1]?.focus();
  };
  // A part begins where the one before it ends: told between the two steps.
  const parts = new Map(computed.parts.slice(0, -1).map((p) => [p.last + 1, p] as const));
  const flagged = new Set(computed.findings.filter((f) => f.severity !== "note").map((f) => f.about));
  return (
    <nav className={styles.strip} aria-label="Steps">
      <StepPictures value={computed}>
        <Sortable ids={computed.steps.map((s) => s.id)} way="across" onMove={onMove}>
          <ol
            className={styles.list}
            ref={list}
            onKeyDown={(e) => {
              if (e.key === "ArrowRight" || e.key === "ArrowLeft") {
                e.preventDefault();
                move(e.key === "ArrowRight" ? 1 : -1);
              }
            }}
          >
            {computed.steps.map((s, i) => (
              <SortableItem key={s.id} id={s.id} className={styles.place}>
                {parts.get(i) ? <PartEnd part={parts.get(i)} /> : null}
                <StepButton
                  id={s.id}
                  number={s.number}
                  title={s.title}
                  kind={s.kind}
                  current={s.id === step?.id}
                  first={!step && i === 0}
                  flagged={flagged.has(s.id)}
                  chooseStep={chooseStep}
                />
              </SortableItem>
            ))}
          </ol>
        </Sortable>
      </StepPictures>
    </nav>
  );
});

/** Where a part of the lesson ends, and what is waited for before it goes on. */
function PartEnd({ part }: { part: Part | undefined }) {
  if (!part) return null;
  const wait = part.gate && part.gate.waitMinutes > 0 ? `, wait ${part.gate.waitMinutes} min` : "";
  return (
    <span className={styles.partEnd} title={part.gate?.says}>
      Part {part.number + 1}
      {wait}
    </span>
  );
}

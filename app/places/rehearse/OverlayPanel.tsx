import { Chip, Slider, Switch } from "@mantine/core";
import { useState } from "react";
import { setOverlay, showLayer } from "#core/document/changes";
import { findCurrentTake } from "#core/document/lesson";
import { layersOf, MOST_LEAD_MS, OVERLAY_LAYERS, type OverlayLayer } from "#core/showing/overlay";
import type { Step } from "#core/telling/steps";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { Choice } from "../../ui/Choice.tsx";
import styles from "./TakeOut.module.css";

const CALLED: Readonly<Record<OverlayLayer, string>> = {
  lines: "Lines",
  letters: "Letters",
  readings: "Lengths",
  aims: "Aims",
  ruler: "Ruler",
  pause: "Waits",
  title: "Step's title",
  check: "Check",
};

/** What the overlay shows, in the lesson and otherwise in the step at hand; how far ahead it is, and how heavy. */
export function OverlayPanel({
  step,
  missing,
  overlayOn,
  onOverlay,
}: {
  step: Step | null;
  missing: boolean;
  overlayOn: boolean;
  onOverlay: (on: boolean) => void;
}) {
  const { lesson, commit } = useLesson();
  const { overlay } = lesson;
  const over = findCurrentTake(lesson)?.video && !missing ? "over-take" : "alone";
  const inLesson = layersOf({ ...overlay, steps: {} }, null, over);
  const inStep = layersOf(overlay, step?.id ?? null, over);
  const [lead, setLead] = useState<number | null>(null);
  const leadMs = lead ?? overlay?.leadMs ?? 0;
  return (
    <section className={styles.panel} aria-label="What the overlay shows">
      {over === "over-take" ? (
        <Switch label="Overlay" checked={overlayOn} onChange={(e) => onOverlay(e.currentTarget.checked)} />
      ) : null}
      <div className={styles.chips} role="group" aria-label="Shown in the lesson">
        {OVERLAY_LAYERS.map((layer) => (
          <Chip
            key={layer}
            size="sm"
            checked={inLesson[layer]}
            onChange={(on) => commit(showLayer(lesson, null, layer, on))}
          >
            {CALLED[layer]}
          </Chip>
        ))}
      </div>
      {step ? (
        <>
          <p className={place.quiet}>Only in step {step.number}:</p>
          <div className={styles.chips} role="group" aria-label={`Shown in step ${step.number}`}>
            {OVERLAY_LAYERS.map((layer) => (
              <Chip
                key={layer}
                size="sm"
                variant="outline"
                checked={inStep[layer]}
                onChange={(on) =>
                  commit(showLayer(lesson, step.id, layer, on === inLesson[layer] ? undefined : on))
                }
              >
                {CALLED[layer]}
              </Chip>
            ))}
          </div>
        </>
      ) : null}
      <div>
        <span id="overlay-lead">{sayLead(leadMs)}</span>
        <Slider
          min={-MOST_LEAD_MS}
          max={MOST_LEAD_MS}
          step={100}
          value={leadMs}
          label={null}
          onChange={setLead}
          onChangeEnd={(ms) => {
            setLead(null);
            commit(setOverlay(lesson, "leadMs", ms === 0 ? undefined : ms));
          }}
          thumbProps={{ "aria-labelledby": "overlay-lead" }}
        />
      </div>
      <Choice
        label="Weight of the lines"
        size="sm"
        value={overlay?.weight ?? "usual"}
        of={[
          { value: "fine", label: "fine" },
          { value: "usual", label: "usual" },
          { value: "bold", label: "bold" },
        ]}
        onChoose={(w) => commit(setOverlay(lesson, "weight", w === "usual" ? undefined : w))}
      />
    </section>
  );
}

function sayLead(ms: number): string {
  if (ms === 0) return "Lines come with the hand";
  return `Lines come ${(Math.abs(ms) / 1000).toFixed(1)} s ${ms > 0 ? "before" : "after"} the hand`;
}

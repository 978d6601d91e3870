import { SegmentedControl, Select } from "@mantine/core";
import { useMemo, useState } from "react";
import { type Change, smallestStepMm } from "#core/base";
import { drawState } from "#core/display";
import {
  changeViewKind,
  dragPaperHandle,
  paperHandles,
  paperMeasures,
  setMeasure,
  VIEW_KINDS,
  type ViewKind,
  viewKindOf,
} from "#core/handles";
import { applyChanges } from "#core/lesson";
import { STANDARD_SHEETS } from "#core/view";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { SheetDesk } from "../../lesson/SheetDesk.tsx";
import { SheetHandle } from "../../lesson/SheetHandle.tsx";
import { useDrawnInWorker } from "../../lesson/use-drawn-in-worker.ts";
import { FindingList } from "../../ui/FindingList.tsx";
import { LengthInput } from "../../ui/LengthInput.tsx";

/** How much desk shows round the sheet: enough for the vanishing points, as long as the sheet stays the biggest thing. */
function deskAround(
  points: readonly { xMm: number; yMm: number }[],
  { widthMm, heightMm }: { widthMm: number; heightMm: number },
) {
  const margin = 12;
  // What would need more desk than that is set by number: a larger desk would make the sheet too small to work on.
  const within = (needed: number, least: number, most: number) =>
    needed + margin > most ? least : Math.max(least, needed + margin);
  const xs = points.map((p) => p.xMm);
  const ys = points.map((p) => p.yMm);
  return {
    left: within(-Math.min(...xs), widthMm * 0.22, widthMm * 0.8),
    right: within(Math.max(...xs) - widthMm, widthMm * 0.22, widthMm * 0.8),
    top: within(-Math.min(...ys), 8, heightMm * 0.3),
    bottom: within(Math.max(...ys) - heightMm, 8, heightMm * 0.3),
  };
}

/** Sheet, horizon and vanishing point: by dragging on the desk or by number beside it. */
export function Paper() {
  const { lesson: kept, computed, commit: keep, step } = useLesson();
  // A dragged horizon or point changes every line: while it lasts the sheet is drawn in a worker, the latest place winning.
  const [gesture, setGesture] = useState<readonly Change[] | null>(null);
  const lesson = useMemo(() => {
    const tried = gesture && applyChanges(kept, gesture);
    return tried?.ok ? tried.value.lesson : kept;
  }, [kept, gesture]);
  const commit = (changes: readonly Change[]) => {
    setGesture(null);
    keep(changes);
  };
  const { sheet } = lesson;
  const shown = step ? { moveIndex: step.lastMove, newFrom: step.firstMove } : null;
  const inWorker = useDrawnInWorker(gesture ? lesson : null, shown);
  const { moveIndex, newFrom } = shown ?? {
    moveIndex: computed.moves.length - 1,
    newFrom: computed.moves.length,
  };
  const drawing = {
    ...(inWorker ?? drawState(computed.paper, computed.sheet, moveIndex, newFrom, "bench")),
    alt: "The sheet",
  };
  const standard = STANDARD_SHEETS.findIndex(
    (s) => s.widthMm === sheet.widthMm && s.heightMm === sheet.heightMm,
  );
  const handles = paperHandles(lesson);
  const desk = deskAround(
    handles.map((h) => h.at),
    sheet,
  );
  const about = computed.findings.filter(
    (f) => f.about === "sheet" || f.code === "outside-cone" || f.severity === "fault",
  );
  return (
    <div className={place.sides}>
      <div className={place.sheet}>
        <SheetDesk drawing={drawing} beyondMm={desk} label="The sheet on the desk">
          {handles.map((handle) => (
            <SheetHandle
              key={handle.id}
              handle={handle}
              stepMm={smallestStepMm(sheet)}
              drag={(to) => dragPaperHandle(lesson, handle.id, to)}
              preview={setGesture}
              commit={commit}
            />
          ))}
        </SheetDesk>
      </div>
      <aside className={place.column} aria-label="Measures of the sheet">
        <h2>The sheet</h2>
        <Select
          label="Size"
          allowDeselect={false}
          value={standard < 0 ? "own" : String(standard)}
          data={[
            ...STANDARD_SHEETS.map((s, i) => ({ value: String(i), label: s.name })),
            { value: "own", label: "Own size" },
          ]}
          onChange={(value) => {
            const chosen = value === null || value === "own" ? undefined : STANDARD_SHEETS[Number(value)];
            if (chosen)
              commit([
                { id: "sheet", field: "widthMm", value: chosen.widthMm },
                { id: "sheet", field: "heightMm", value: chosen.heightMm },
              ]);
          }}
        />
        <div className={place.pairs}>
          {paperMeasures(lesson)
            .filter((m) => m.id === "sheet")
            .map((m) => (
              <LengthInput
                key={m.field}
                label={m.label}
                valueMm={m.value ?? 0}
                style={sheet}
                wholeMm={m.wholeMm}
                onChange={(mm) => commit(setMeasure(lesson, m, mm))}
              />
            ))}
        </div>
        <SegmentedControl
          aria-label="Readings in"
          value={sheet.unit}
          data={[
            { value: "in", label: "inches" },
            { value: "mm", label: "millimetres" },
          ]}
          onChange={(unit) => commit([{ id: "sheet", field: "unit", value: unit }])}
        />
        {sheet.unit === "in" ? (
          <SegmentedControl
            aria-label="Smallest fraction"
            value={String(sheet.smallestFraction)}
            data={[2, 4, 8, 16].map((n) => ({ value: String(n), label: `1⁄${n}` }))}
            onChange={(n) => commit([{ id: "sheet", field: "smallestFraction", value: Number(n) }])}
          />
        ) : null}
        <h2>Eye level and vanishing points</h2>
        <Select
          label="Seen with"
          allowDeselect={false}
          value={viewKindOf(lesson)}
          data={VIEW_KINDS.map(({ kind, label }) => ({ value: kind, label }))}
          onChange={(kind) => kind && commit(changeViewKind(lesson, kind as ViewKind))}
        />
        {paperMeasures(lesson)
          .filter((m) => m.id !== "sheet")
          .map((m) => (
            <LengthInput
              key={m.id + m.field}
              label={m.label}
              valueMm={m.value ?? 0}
              style={sheet}
              wholeMm={m.wholeMm}
              onChange={(mm) => commit(setMeasure(lesson, m, mm))}
            />
          ))}
        <p className={place.quiet}>
          Drag the horizon up or down and the point along it, or use the arrow keys on either.
        </p>
        <FindingList findings={about} onMend={commit} />
      </aside>
    </div>
  );
}

import { Button, Checkbox, NumberInput, Select } from "@mantine/core";
import { memo, useMemo, useState } from "react";
import {
  addFrame,
  applyChanges,
  changeViewKind,
  frameIsUsed,
  joinOf,
  joinSheets,
  removeFrame,
  singleSheet,
  standardSizeOf,
  VIEW_KINDS,
  type ViewKind,
  viewKindOf,
} from "#core/document/changes";
import { dragPaperHandle, paperHandles, paperMeasures, setMeasure } from "#core/document/handles";
import { type SightAid, sightAids } from "#core/document/pipeline";
import { callFrame, STANDARD_SHEETS, setSheet } from "#core/drawing/view";
import { type Change, smallestStepMm } from "#core/ground/base";
import { drawState } from "#core/showing/display";
import { SheetDesk } from "../../lesson/desk/SheetDesk.tsx";
import { SheetHandle } from "../../lesson/desk/SheetHandle.tsx";
import { StillUnder, TakeUnderPanel } from "../../lesson/desk/TakeUnder.tsx";
import { useDrawnInWorker } from "../../lesson/desk/use-drawn-in-worker.ts";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { useStill } from "../../lesson/take/use-still.ts";
import { Choice } from "../../ui/Choice.tsx";
import { MarkLayer } from "../../ui/DrawingView.tsx";
import { FindingList } from "../../ui/FindingList.tsx";
import { LengthInput } from "../../ui/LengthInput.tsx";
import { deskAround } from "./desk-around.ts";
import styles from "./Paper.module.css";

const AIDS: readonly { readonly aid: SightAid; readonly label: string }[] = [
  { aid: "cone", label: "Cone of vision, and what is stretched" },
  { aid: "tape", label: "Paper to tape on, marks on the edges" },
  { aid: "ruler", label: "Lines longer than the ruler" },
  { aid: "seams", label: "Where sheets are joined" },
];

/** Sheet, horizon and vanishing point: by dragging on the desk or by number beside it. */
export const Paper = memo(function Paper() {
  const { lesson: kept, computed, commit: keep, step } = useLesson();
  // A dragged horizon or point changes every line: while it lasts the sheet is drawn in a worker, the latest place winning.
  const [gesture, setGesture] = useState<readonly Change[] | null>(null);
  const [aids, setAids] = useState<readonly SightAid[]>(["cone", "tape", "seams"]);
  const still = useStill(kept);
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
  const drawn = useDrawnInWorker(gesture ? lesson : null, shown, aids);
  const { moveIndex, newFrom } = shown ?? {
    moveIndex: computed.moves.length - 1,
    newFrom: computed.moves.length,
  };
  const atRest = useMemo(() => sightAids(computed, new Set(aids)), [computed, aids]);
  const drawing = {
    ...(drawn?.drawing ?? drawState(computed.paper, computed.sheet, moveIndex, newFrom, "bench")),
    alt: "The sheet",
  };
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
        <SheetDesk
          drawing={drawing}
          beyondMm={desk}
          label="The sheet on the desk"
          under={still.isUnder ? <StillUnder still={still} sheet={sheet} /> : undefined}
        >
          <g pointerEvents="none">
            <MarkLayer drawing={{ ...drawing, marks: drawn?.aids ?? atRest }} />
          </g>
          {handles.map((handle) => (
            <SheetHandle
              key={handle.id}
              handle={handle}
              stepMm={smallestStepMm(sheet)}
              drag={(to) => ({ changes: dragPaperHandle(lesson, handle.id, to) })}
              preview={setGesture}
              commit={commit}
            />
          ))}
        </SheetDesk>
      </div>
      <aside className={place.column} aria-label="Measures of the sheet">
        <SheetMeasures />
        <h2>Eye level and vanishing points</h2>
        <Select
          label="Seen with"
          allowDeselect={false}
          value={viewKindOf(lesson)}
          data={VIEW_KINDS.map(({ kind, label }) => ({ value: kind, label }))}
          onChange={(kind) => kind && commit(changeViewKind(lesson, kind as ViewKind))}
        />
        {paperMeasures(lesson)
          .filter((m) => m.address.id !== "sheet")
          .map((m) => (
            <LengthInput
              key={m.address.id + m.address.field}
              label={m.label}
              valueMm={m.value ?? 0}
              style={sheet}
              wholeMm={m.wholeMm}
              onChange={(mm) => commit(setMeasure(lesson, m, mm))}
            />
          ))}
        <FurtherPoints />
        <Checkbox.Group
          label="Shown on the desk"
          value={[...aids]}
          onChange={(value) => setAids(value as SightAid[])}
        >
          <div className={styles.aids}>
            {AIDS.filter(({ aid }) => aid !== "seams" || sheet.joined).map(({ aid, label }) => (
              <Checkbox key={aid} value={aid} label={label} />
            ))}
          </div>
        </Checkbox.Group>
        <TakeUnderPanel
          still={still}
          fits={{ objectId: null, label: "Lay horizon and points on the lines" }}
          callStroke={(id) => id.replace("/", ": ").replaceAll("-", " ")}
          onFit={commit}
        />
        <FindingList findings={about} onFix={commit} />
      </aside>
    </div>
  );
});

/** Size of the sheet, of one or of several joined, and how lengths on it are said. */
function SheetMeasures() {
  const { lesson, commit } = useLesson();
  const { sheet } = lesson;
  const standard = standardSizeOf(sheet);
  const one = singleSheet(sheet);
  const join = joinOf(sheet);
  const count = (label: string, field: "across" | "down") => (
    <NumberInput
      label={label}
      size="sm"
      min={1}
      max={6}
      allowDecimal={false}
      clampBehavior="strict"
      value={join[field]}
      onChange={(n) =>
        typeof n === "number" && n !== join[field] && commit(joinSheets(one, { ...join, [field]: n }))
      }
    />
  );
  return (
    <>
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
          if (chosen) commit(joinSheets(chosen, join));
        }}
      />
      <div className={place.pairs}>
        {paperMeasures(lesson)
          .filter((m) => m.address.id === "sheet")
          .map((m) => (
            <LengthInput
              key={m.address.field}
              label={sheet.joined ? m.label.replace("Sheet", "In all,") : m.label}
              valueMm={m.value ?? 0}
              style={sheet}
              wholeMm={m.wholeMm}
              onChange={(mm) => commit(setMeasure(lesson, m, mm))}
            />
          ))}
        {count("Joined across", "across")}
        {count("Joined down", "down")}
        {sheet.joined ? (
          <LengthInput
            label="Overlap"
            valueMm={join.overlapMm}
            style={sheet}
            wholeMm={one.widthMm}
            onChange={(overlapMm) => commit(joinSheets(one, { ...join, overlapMm }))}
          />
        ) : null}
        <LengthInput
          label="Ruler"
          valueMm={sheet.rulerMm ?? 300}
          style={sheet}
          wholeMm={sheet.widthMm}
          onChange={(mm) => commit([setSheet("rulerMm", mm)])}
        />
      </div>
      <Choice
        label="Readings in"
        value={sheet.unit}
        of={[
          { value: "in", label: "inches" },
          { value: "mm", label: "millimetres" },
        ]}
        onChoose={(unit) => commit([setSheet("unit", unit)])}
      />
      {sheet.unit === "in" ? (
        <Choice
          label="Smallest fraction"
          value={sheet.smallestFraction}
          of={([2, 4, 8, 16] as const).map((value) => ({ value, label: `1⁄${value}` }))}
          onChoose={(n) => commit([setSheet("smallestFraction", n)])}
        />
      ) : null}
    </>
  );
}

/** Further points on the same horizon, for things that stand askew. */
function FurtherPoints() {
  const { lesson, commit } = useLesson();
  const added = addFrame(lesson);
  return (
    <div className={styles.further}>
      {lesson.view.frames.slice(1).map((frame) => (
        <div key={frame.id} className={styles.frame}>
          <span>
            Points of {callFrame(frame.id)}
            {frameIsUsed(lesson, frame.id) ? "" : ", not used yet"}
          </span>
          <Button
            size="compact-sm"
            variant="subtle"
            disabled={frameIsUsed(lesson, frame.id)}
            onClick={() => {
              const changes = removeFrame(lesson, frame.id);
              if (changes) commit(changes);
            }}
          >
            Take away
          </Button>
        </div>
      ))}
      <Button size="compact-md" variant="default" disabled={!added} onClick={() => added && commit(added)}>
        Further points on this horizon
      </Button>
    </div>
  );
}

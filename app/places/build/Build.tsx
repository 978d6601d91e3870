import { Button } from "@mantine/core";
import { useState } from "react";
import { smallestStepMm } from "#core/base";
import { drawState } from "#core/display";
import type { PaperPoint } from "#core/geometry";
import { dragObjectHandle, objectHandles, putObject } from "#core/handles";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { SheetDesk } from "../../lesson/SheetDesk.tsx";
import { SheetHandle } from "../../lesson/SheetHandle.tsx";
import { StepWords } from "../../lesson/StepWords.tsx";
import { FindingList } from "../../ui/FindingList.tsx";
import { BoxIcon } from "./BoxIcon.tsx";
import styles from "./Build.module.css";
import { MoveScrubber } from "./MoveScrubber.tsx";
import { ObjectPanel } from "./ObjectPanel.tsx";
import { ThingsList } from "./ThingsList.tsx";

/** The bench: things are put on the sheet, held by their handles, and the drawing is scrubbed move by move. */
export function Build() {
  const { lesson, computed, commit, preview, step, chooseStep } = useLesson();
  const { sheet, view } = computed;
  const [chosenId, setChosenId] = useState<string | null>(null);
  const [placing, setPlacing] = useState(false);
  /** Where a new box was begun, and the lesson without it: previews start from there each time. */
  const [pressed, setPressed] = useState<{ at: PaperPoint; lesson: typeof lesson } | null>(null);
  const [scrubbed, setScrubbed] = useState<number | null>(null);
  const chosen = lesson.objects.find((o) => o.id === chosenId) ?? null;

  const shown = scrubbed ?? step?.lastMove ?? computed.moves.length - 1;
  const newFrom = scrubbed !== null ? scrubbed : (step?.firstMove ?? computed.moves.length);
  const drawing = { ...drawState(computed.paper, sheet, shown, newFrom, "bench"), alt: "The drawing" };

  const put = (base: typeof lesson, from: PaperPoint, to: PaperPoint) => {
    const placed = putObject(base, view, "box", from, to);
    if (!placed) return;
    const { id, changes } = placed;
    commit(changes);
    setChosenId(id);
    setPlacing(false);
    setPressed(null);
    setScrubbed(null);
    chooseStep(null);
  };
  const middle = {
    xMm: sheet.widthMm * 0.4,
    yMm: Math.min(
      sheet.heightMm * 0.9,
      (sheet.heightMm + computed.view.horizonMm) / 2 + sheet.heightMm * 0.15,
    ),
  };

  return (
    <div className={place.sides}>
      <div className={styles.bench}>
        <div className={styles.tray}>
          <Button
            variant={placing ? "filled" : "default"}
            leftSection={<BoxIcon />}
            aria-pressed={placing}
            onClick={() => {
              setPlacing((p) => !p);
              setPressed(null);
            }}
          >
            New box
          </Button>
          {placing ? (
            <>
              <span className={styles.hint} role="status">
                Drag the front of the box on the sheet, corner to corner.
              </span>
              <Button variant="subtle" size="compact-md" onClick={() => put(lesson, middle, middle)}>
                Put it in the middle
              </Button>
            </>
          ) : (
            <span className={styles.hint}>
              {lesson.objects.length === 0
                ? "Start with a box: press New box, then drag its front on the sheet."
                : chosen
                  ? `Drag the handles of the ${chosen.label}, or type its measures.`
                  : "Choose a thing on the right to see its handles."}
            </span>
          )}
        </div>
        <SheetDesk
          drawing={drawing}
          beyondMm={{ left: 10, right: 10, top: 6, bottom: 6 }}
          label="The sheet to build on"
          {...(placing ? { cursor: "crosshair" } : {})}
          onPress={({ at, event }) => {
            if (!placing) return;
            event.currentTarget.setPointerCapture(event.pointerId);
            setPressed({ at, lesson });
          }}
          onDrag={({ at }) => {
            if (pressed) preview(putObject(pressed.lesson, view, "box", pressed.at, at)?.changes ?? null);
          }}
          onRelease={({ at }) => {
            if (!pressed) return;
            put(pressed.lesson, pressed.at, at);
          }}
        >
          {chosen && !placing
            ? objectHandles(chosen, computed.program.scene, view).map((handle) => (
                <SheetHandle
                  key={handle.id}
                  handle={handle}
                  stepMm={smallestStepMm(sheet)}
                  drag={(to) => dragObjectHandle(chosen, computed.program.scene, handle.id, to, view)}
                  preview={preview}
                  commit={commit}
                />
              ))
            : null}
        </SheetDesk>
        <MoveScrubber moves={computed.moves} steps={computed.steps} shown={shown} onScrub={setScrubbed} />
      </div>
      <aside className={place.column} aria-label="What is on the sheet">
        <ThingsList
          objects={lesson.objects}
          chosenId={chosenId}
          onChoose={(id) => {
            setChosenId(id === chosenId ? null : id);
            setScrubbed(null);
          }}
        />
        {step && !chosen ? <StepWords step={step} /> : null}
        {chosen ? (
          <ObjectPanel
            key={chosen.id}
            object={chosen}
            onGone={() => setChosenId(null)}
            onCopied={setChosenId}
          />
        ) : null}
        {step && chosen ? <StepWords step={step} /> : null}
        <FindingList
          findings={computed.findings.filter(
            (f) => f.about === chosenId || f.about === step?.id || f.severity === "fault",
          )}
          onMend={commit}
        />
      </aside>
    </div>
  );
}

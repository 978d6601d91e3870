import { Button } from "@mantine/core";
import { useState } from "react";
import { smallestStepMm } from "#core/base";
import { drawState } from "#core/display";
import type { PaperPoint } from "#core/geometry";
import { dragObjectHandle, NEEDS_HOST, objectHandles, putObject } from "#core/handles";
import type { RecipeName } from "#core/recipes";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { SheetDesk } from "../../lesson/SheetDesk.tsx";
import { SheetHandle } from "../../lesson/SheetHandle.tsx";
import { StepWords } from "../../lesson/StepWords.tsx";
import { FindingList } from "../../ui/FindingList.tsx";
import styles from "./Build.module.css";
import { ConstructionIcon } from "./ConstructionIcon.tsx";
import { ConstructionTray } from "./ConstructionTray.tsx";
import { MoveScrubber } from "./MoveScrubber.tsx";
import { ObjectPanel } from "./ObjectPanel.tsx";
import { Proposals } from "./Proposals.tsx";
import { ThingsList } from "./ThingsList.tsx";

/** Constructions whose place on the sheet is not for the pointer to say. */
const PLACED_BY_ITSELF: ReadonlySet<RecipeName> = new Set([...NEEDS_HOST, "room", "rays", "hills"]);

/** The bench: things are put on the sheet, held by their handles, and the drawing is scrubbed move by move. */
export function Build() {
  const { lesson, computed, commit, preview, step, chooseStep } = useLesson();
  const { sheet, view } = computed;
  const [chosenId, setChosenId] = useState<string | null>(null);
  /** The construction about to be put down. */
  const [placing, setPlacing] = useState<RecipeName | null>(null);
  /** Where a new box was begun, and the lesson without it: previews start from there each time. */
  const [pressed, setPressed] = useState<{ at: PaperPoint; lesson: typeof lesson } | null>(null);
  const [scrubbed, setScrubbed] = useState<number | null>(null);
  const chosen = lesson.objects.find((o) => o.id === chosenId) ?? null;

  const shown = scrubbed ?? step?.lastMove ?? computed.moves.length - 1;
  const newFrom = scrubbed !== null ? scrubbed : (step?.firstMove ?? computed.moves.length);
  const drawing = { ...drawState(computed.paper, sheet, shown, newFrom, "bench"), alt: "The drawing" };

  const put = (base: typeof lesson, from: PaperPoint, to: PaperPoint, recipe = placing) =>
    recipe && putObject(base, view, recipe, from, to, chosen?.id ?? null);
  const putDown = (base: typeof lesson, from: PaperPoint, to: PaperPoint, recipe = placing) => {
    const placed = put(base, from, to, recipe);
    if (!placed) return;
    const { id, changes } = placed;
    commit(changes);
    setChosenId(id);
    setPlacing(null);
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
            variant={placing === "box" ? "filled" : "default"}
            leftSection={<ConstructionIcon recipe="box" />}
            aria-pressed={placing === "box"}
            onClick={() => {
              setPlacing((p) => (p === "box" ? null : "box"));
              setPressed(null);
            }}
          >
            New box
          </Button>
          {placing ? (
            <>
              <span className={styles.hint} role="status">
                {placing === "box"
                  ? "Drag the front of the box on the sheet, corner to corner."
                  : "Drag on the sheet where it goes, corner to corner."}
              </span>
              <Button variant="subtle" size="compact-md" onClick={() => putDown(lesson, middle, middle)}>
                Put it in the middle
              </Button>
              <Button
                variant="subtle"
                size="compact-md"
                onClick={() => {
                  setPlacing(null);
                  setPressed(null);
                  preview(null);
                }}
              >
                Never mind
              </Button>
            </>
          ) : (
            <>
              <ConstructionTray
                hostLabel={chosen?.label ?? null}
                onChoose={(recipe) => {
                  setPressed(null);
                  if (PLACED_BY_ITSELF.has(recipe)) putDown(lesson, middle, middle, recipe);
                  else setPlacing(recipe);
                }}
              />
              <span className={styles.hint}>
                {lesson.objects.length === 0
                  ? "Start with a box: press New box, then drag its front on the sheet."
                  : chosen
                    ? `Drag the handles of the ${chosen.label}, or type its measures.`
                    : "Choose a thing on the right to see its handles."}
              </span>
            </>
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
            if (pressed) preview(put(pressed.lesson, pressed.at, at)?.changes ?? null);
          }}
          onRelease={({ at }) => {
            if (!pressed) return;
            putDown(pressed.lesson, pressed.at, at);
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
        {chosen ? null : <Proposals />}
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

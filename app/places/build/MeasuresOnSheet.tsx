import { useMemo } from "react";
import { type Measure, objectHandles, objectMeasures } from "#core/document/handles";
import type { DrawnLesson } from "#core/document/pipeline";
import type { ObjectSlice } from "#core/drawing/recipes";
import { type Change, change } from "#core/ground/base";
import { type Mark, placeMeasures } from "#core/showing/display";
import { useDeskBox, useMmPerPx } from "../../lesson/desk/desk-scale.ts";
import { OnPaper } from "../../lesson/desk/OnPaper.tsx";
import { MarkLayer } from "../../ui/DrawingView.tsx";
import { lengthTyped } from "../../ui/LengthInput.tsx";
import { shareTyped } from "../../ui/ShareInput.tsx";
import { type NumberTyped, useTypedNumber } from "../../ui/TypedNumber.tsx";
import styles from "./Build.module.css";

/** Size of the readings on the screen, px, and the room a field has beside its letters, in letters. */
const TEXT_PX = 16;
const AIR = "00";

/** The chosen thing's measures as dimension lines on the sheet: each is pressed, and typed where it stands. */
export function MeasuresOnSheet({
  object,
  drawn,
  marks,
  commit,
}: {
  object: ObjectSlice;
  drawn: DrawnLesson;
  /** What is drawn: fields keep off it. */
  marks: readonly Mark[];
  commit: (changes: readonly Change[]) => void;
}) {
  const mmPerPx = useMmPerPx();
  const area = useDeskBox();
  const { view, sheet, program } = drawn;
  const measures = objectMeasures(object, view, program.scene).flatMap((m) =>
    m.span && m.value !== null ? [{ ...m, span: m.span, typed: typedOf(m, sheet, commit) }] : [],
  );
  const handles = objectHandles(object, program.scene, view);
  const { marks: lines, boxes } = placeMeasures(
    measures.map(({ span, typed }) => ({
      k: "measure",
      ...span,
      says: typed.say(typed.value) + AIR,
      byEye: false,
      beside: true,
    })),
    { sheet, to: (p) => ({ x: p.xMm, y: p.yMm }), area, textSize: TEXT_PX * mmPerPx },
    marks,
    handles.map(({ at }) => ({ x: at.xMm, y: at.yMm })),
    `measures of ${object.id}`,
  );
  const box = useMemo(() => [area.x, area.y, area.width, area.height].join(" "), [area]);
  return (
    <fieldset className={styles.onSheet} aria-label={`Measures of the ${object.label}`}>
      <svg className={styles.dimensions} viewBox={box} aria-hidden="true">
        <MarkLayer drawing={{ unit: "mm", box: area, marks: lines, alt: "" }} />
      </svg>
      {measures.map(({ address: { id, field }, typed, label, kind }, i) => {
        const b = boxes[i];
        if (!b) return null;
        const at = { x: b.x + b.width / 2, y: b.y + b.height / 2 };
        return (
          <OnPaper key={`${id} ${field}`} at={at}>
            <MeasureField typed={typed} called={kind === "share" ? label : typed.label} />
          </OnPaper>
        );
      })}
    </fieldset>
  );
}

function MeasureField({ typed, called }: { typed: NumberTyped; called: string }) {
  const field = useTypedNumber(typed);
  return (
    <>
      <input
        className={styles.measure}
        aria-label={typed.label}
        aria-invalid={field.error !== null}
        title={called}
        size={Math.max(3, field.value.length)}
        value={field.value}
        onChange={(e) => field.onChange(e.currentTarget.value)}
        onFocus={(e) => e.currentTarget.select()}
        onBlur={field.take}
        onKeyDown={field.onKeyDown}
      />
      {field.error ? (
        <span className={styles.measureError} role="alert">
          {field.error}
        </span>
      ) : null}
    </>
  );
}

function typedOf(
  m: Measure,
  sheet: DrawnLesson["sheet"],
  commit: (changes: readonly Change[]) => void,
): NumberTyped {
  const label = m.label.split(",")[0] ?? m.label;
  const onChange = (value: number) => commit([change(m.address, value)]);
  return m.kind === "length"
    ? lengthTyped({ label, valueMm: m.value ?? 0, style: sheet, wholeMm: m.wholeMm, onChange })
    : ofTheWay(shareTyped({ label, value: m.value ?? 0, onChange }));
}

const OF_THE_WAY = " of the way";

/** On the sheet a share says what it is a share of. */
function ofTheWay(share: NumberTyped): NumberTyped {
  return {
    ...share,
    say: (value) => share.say(value) + OF_THE_WAY,
    parse: (text) => share.parse(text.replace(/\s*of the way\s*$/, "")),
  };
}

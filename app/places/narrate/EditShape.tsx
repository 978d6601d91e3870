import type { KeyboardEvent } from "react";
import { formatClock } from "#core/ground/base";
import type { Edit } from "#core/time/schedule";
import styles from "./Lanes.module.css";
import { LANE } from "./lane.ts";

/** What of an edit is moved: one of its ends, or all of it. */
export type EditPart = "start" | "end" | "all";

/** A cut, a speeded stretch or a hold on its lane, held by its middle or its ends. */
export function EditShape({
  className,
  edit,
  toX,
  chosen,
  onKeyDown,
  onFocus,
  held,
}: {
  className: string | undefined;
  edit: Edit;
  toX: (ms: number) => number;
  chosen: boolean;
  onKeyDown: (e: KeyboardEvent) => void;
  onFocus: () => void;
  /** The props by which one of its parts is taken hold of. */
  held: (part: EditPart) => object;
}) {
  const [top, height] = edit.kind === "hold" ? LANE.holds : LANE.edits;
  const from = toX(edit.kind === "hold" ? edit.atMs : edit.fromMs);
  const to = edit.kind === "hold" ? from + 14 : Math.max(from + 4, toX(edit.toMs));
  const said = sayEdit(edit);
  return (
    <g
      role="slider"
      tabIndex={0}
      className={className}
      data-kind={edit.kind}
      data-chosen={chosen}
      aria-label={said}
      aria-valuenow={Math.round((edit.kind === "hold" ? edit.atMs : edit.fromMs) / 1000)}
      aria-valuetext={said}
      onKeyDown={onKeyDown}
      onFocus={onFocus}
    >
      <title>{said}</title>
      {edit.kind === "hold" ? (
        <>
          <line x1={from} x2={from} y1={LANE.sound[0]} y2={top + height} {...held("all")} />
          <rect x={from} y={top} width={to - from + 22} height={height} rx={3} {...held("all")} />
          <text x={from + 18} y={top + 15} textAnchor="middle" pointerEvents="none">
            {Math.round(edit.ms / 1000)} s
          </text>
        </>
      ) : (
        <>
          <rect
            x={from}
            y={LANE.sound[0]}
            width={to - from}
            height={top - LANE.sound[0]}
            className={styles.veil}
            pointerEvents="none"
          />
          <rect x={from} y={top} width={to - from} height={height} {...held("all")} />
          <rect x={from - 4} y={top} width={9} height={height} className={styles.end} {...held("start")} />
          <rect x={to - 5} y={top} width={9} height={height} className={styles.end} {...held("end")} />
          {to - from > 26 ? (
            <text x={(from + to) / 2} y={top + 15} textAnchor="middle" pointerEvents="none">
              {edit.kind === "cut" ? "cut" : `×${edit.factor}`}
            </text>
          ) : null}
        </>
      )}
    </g>
  );
}

/** An edit in words. */
export function sayEdit(edit: Edit): string {
  if (edit.kind === "hold") return `Hold of ${Math.round(edit.ms / 1000)} s at ${formatClock(edit.atMs)}`;
  const stretch = `${formatClock(edit.fromMs)} to ${formatClock(edit.toMs)}`;
  return edit.kind === "cut" ? `Cut from ${stretch}` : `Played ×${edit.factor} from ${stretch}`;
}

/** An edit moved by so many ms, whole or by one end, inside the recording. */
export function moved(edit: Edit, by: number, part: EditPart, durationMs: number): Edit {
  const within = (ms: number) => Math.round(Math.min(durationMs, Math.max(0, ms)));
  if (edit.kind === "hold")
    return part === "end"
      ? { ...edit, ms: Math.max(500, edit.ms + by * 5) }
      : { ...edit, atMs: within(edit.atMs + by) };
  const fromMs = part === "end" ? edit.fromMs : within(edit.fromMs + by);
  const toMs = part === "start" ? edit.toMs : within(edit.toMs + by);
  return toMs - fromMs < 100 ? edit : { ...edit, fromMs, toMs };
}

import { Button, Slider, Switch } from "@mantine/core";
import { useState } from "react";
import type { Sheet } from "#core/drawing/view";
import { type Change, formatClock } from "#core/ground/base";
import type { Still } from "../take/use-still.ts";
import { useMmPerPx } from "./desk-scale.ts";
import styles from "./TakeUnder.module.css";

/** Lines nearer than this to those seen lie on them: half a pencil's width either side. */
const SAME_MM = 0.5;

/** The take's sheet as a picture under the drawing, and the lines seen in it where they lie off. */
export function StillUnder({ still, sheet }: { still: Still; sheet: Sheet }) {
  const px = useMmPerPx();
  if (!still.url) return null;
  return (
    <g>
      <image
        href={still.url}
        x={0}
        y={0}
        width={sheet.widthMm}
        height={sheet.heightMm}
        preserveAspectRatio="none"
        className={styles.still}
      />
      {still.misfits
        .filter((m) => m.offMm > SAME_MM)
        .map(({ strokeId, drawn }) => (
          <line
            key={strokeId}
            x1={drawn.from.xMm}
            y1={drawn.from.yMm}
            x2={drawn.to.xMm}
            y2={drawn.to.yMm}
            className={styles.seen}
            strokeWidth={2.5 * px}
          />
        ))}
    </g>
  );
}

/** Lays the take under the sheet, chooses its moment, says each misfit and lays the drawing on what was drawn. */
export function TakeUnderPanel({
  still,
  fits,
  callStroke,
  onFit,
}: {
  still: Still;
  /** What can be laid on the lines seen: a thing, or horizon and points. */
  fits: { readonly objectId: string | null; readonly label: string } | null;
  callStroke: (strokeId: string) => string;
  onFit: (changes: readonly Change[]) => void;
}) {
  const [said, setSaid] = useState<string | null>(null);
  const [at, setAt] = useState<number | null>(null);
  if (!still.possible) return null;
  const off = still.misfits.filter((m) => m.offMm > SAME_MM);
  return (
    <section className={styles.panel}>
      <Switch
        label="Lay the take under the sheet"
        checked={still.isUnder}
        onChange={(e) => {
          still.setUnder(e.currentTarget.checked);
          setSaid(null);
        }}
      />
      {still.isUnder ? (
        <>
          <div>
            <span id="still-at">The take at {formatClock(at ?? still.atMs)}</span>
            <Slider
              min={0}
              max={still.durationMs}
              step={500}
              value={at ?? still.atMs}
              onChange={setAt}
              onChangeEnd={still.seek}
              label={null}
              thumbProps={{ "aria-labelledby": "still-at" }}
            />
          </div>
          {still.trouble ? <p role="alert">{still.trouble}</p> : null}
          <p role="status">
            {still.url === null
              ? still.trouble
                ? null
                : "Laying the picture flat…"
              : still.misfits.length === 0
                ? "None of the lines is seen in the picture at this moment."
                : off.length === 0
                  ? `${still.misfits.length} lines are seen, all where they should be.`
                  : `${still.misfits.length} lines are seen, ${off.length} lie off:`}
          </p>
          {off.length > 0 ? (
            <ul className={styles.misfits}>
              {off.slice(0, 6).map((m) => (
                <li key={m.strokeId}>
                  {callStroke(m.strokeId)}: {m.offMm.toFixed(1)} mm
                </li>
              ))}
            </ul>
          ) : null}
          {fits && still.misfits.length > 0 ? (
            <Button
              size="compact-md"
              variant="default"
              onClick={async () => {
                const fit = await still.fit(fits.objectId);
                if (fit) onFit(fit.changes);
                setSaid(
                  fit
                    ? `Laid on the lines seen: at most ${fit.afterMm.toFixed(1)} mm off now, ${fit.beforeMm.toFixed(1)} mm before.`
                    : "It lies as near as it can to the lines seen.",
                );
              }}
            >
              {fits.label}
            </Button>
          ) : null}
          {said ? <p role="status">{said}</p> : null}
        </>
      ) : null}
    </section>
  );
}

import { type Bounds, boundsOf } from "#core/document/handles";
import { countOf, type Finding } from "#core/ground/base";
import { useMmPerPx } from "../../lesson/desk/desk-scale.ts";
import { useLesson } from "../../lesson/lesson-context.ts";
import styles from "./Build.module.css";
import type { Chosen } from "./use-chosen.ts";

/** Frames round the things chosen when they are several, and the frame being drawn round some. */
export function ChosenFrames({ chosen, drawn }: { chosen: Chosen; drawn: Bounds | null }) {
  const { drawn: onPaper } = useLesson();
  const px = useMmPerPx();
  const frames =
    chosen.ids.length > 1 ? chosen.ids : chosen.only?.locked || chosen.only?.hidden ? chosen.ids : [];
  return (
    <g pointerEvents="none">
      {frames.map((id) => {
        const b = boundsOf(id, onPaper.program.scene, onPaper.view);
        return b ? <Frame key={id} bounds={b} px={px} grow={4} /> : null;
      })}
      {drawn ? <Frame bounds={drawn} px={px} grow={0} /> : null}
    </g>
  );
}

function Frame({ bounds: b, px, grow }: { bounds: Bounds; px: number; grow: number }) {
  return (
    <rect
      className={styles.frame}
      x={b.leftMm - grow * px}
      y={b.topMm - grow * px}
      width={b.rightMm - b.leftMm + 2 * grow * px}
      height={b.bottomMm - b.topMm + 2 * grow * px}
      strokeWidth={1.5 * px}
      strokeDasharray={`${6 * px} ${4 * px}`}
    />
  );
}

/** A mark beside every thing with something to mend: pressing it chooses the thing, and what to do stands beside. */
export function FindingMarks({ chosen, onChoose }: { chosen: Chosen; onChoose: () => void }) {
  const { lesson, computed, drawn: onPaper } = useLesson();
  const px = useMmPerPx();
  const byThing = new Map<string, Finding[]>();
  for (const finding of computed.findings)
    if (finding.severity !== "note")
      byThing.set(finding.about, [...(byThing.get(finding.about) ?? []), finding]);
  const { widthMm, heightMm } = computed.sheet;
  return (
    <>
      {lesson.objects.map((object) => {
        const findings = byThing.get(object.id);
        const b = findings && boundsOf(object.id, onPaper.program.scene, onPaper.view);
        if (!findings || !b || chosen.ids.includes(object.id)) return null;
        const x = Math.min(widthMm, Math.max(0, b.rightMm)) + 2 * px;
        const y = Math.min(heightMm, Math.max(0, b.topMm));
        const choose = () => {
          chosen.choose(object.id);
          onChoose();
        };
        return (
          <g
            key={object.id}
            role="button"
            tabIndex={0}
            className={styles.findingMark}
            aria-label={`${countOf(findings.length, "finding")} about the ${object.label}`}
            onPointerDown={(e) => e.stopPropagation()}
            onClick={choose}
            onKeyDown={(e) => {
              if (e.key !== "Enter" && e.key !== " ") return;
              e.preventDefault();
              choose();
            }}
          >
            <title>{findings.map((f) => f.message).join("\n")}</title>
            <circle cx={x} cy={y} r={12 * px} />
            <text x={x} y={y + 6 * px} fontSize={17 * px} textAnchor="middle">
              !
            </text>
          </g>
        );
      })}
    </>
  );
}

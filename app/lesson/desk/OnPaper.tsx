import { type ReactNode, useContext } from "react";
import { DeskScale } from "./desk-scale.ts";
import styles from "./SheetDesk.module.css";

/**
 * Something of the page itself on the sheet, its middle at a place of the paper, such as a field to type in. The desk's
 * drawing keeps its proportions and lies in the middle of its element.
 */
export function OnPaper({ at, children }: { at: { x: number; y: number }; children: ReactNode }) {
  const { mmPerPx, box } = useContext(DeskScale);
  const dx = (at.x - (box.x + box.width / 2)) / mmPerPx;
  const dy = (at.y - (box.y + box.height / 2)) / mmPerPx;
  return (
    <div className={styles.onPaper} style={{ left: `calc(50% + ${dx}px)`, top: `calc(50% + ${dy}px)` }}>
      {children}
    </div>
  );
}

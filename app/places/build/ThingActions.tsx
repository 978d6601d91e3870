import { Button, Menu } from "@mantine/core";
import { memo, type ReactNode } from "react";
import {
  canMirror,
  duplicateObject,
  mirrorCopy,
  moveInDepth,
  moveInOrder,
  setMark,
  squareObject,
  standInRow,
  takeAway,
  turningOf,
  turnObject,
} from "#core/document/changes";
import type { Change } from "#core/ground/base";
import type { LessonContext } from "../../lesson/lesson-context.ts";
import { More } from "../../ui/More.tsx";
import styles from "./Build.module.css";
import type { Chosen } from "./use-chosen.ts";

/** What can be done with the things chosen, one or several. Not drawn anew while one of them is dragged. */
export const ThingActions = memo(function ThingActions({
  chosen,
  computed,
  commit,
}: Pick<LessonContext, "computed" | "commit"> & { chosen: Chosen }): ReactNode {
  const { lesson } = computed;
  const { ids, only } = chosen;
  const things = lesson.objects.filter((o) => ids.includes(o.id));
  const all = (field: "hidden" | "locked") => things.every((o) => o[field] === true);
  /** Nothing to change leaves an action greyed out. */
  const doing = (changes: readonly Change[] | null, then?: () => void) => ({
    disabled: changes === null,
    onClick: () => {
      if (!changes) return;
      commit(changes);
      then?.();
    },
  });
  const button = (label: string, changes: readonly Change[] | null, then?: () => void) => (
    <Button key={label} size="compact-sm" variant="default" {...doing(changes, then)}>
      {label}
    </Button>
  );
  const rare = (label: string, changes: readonly Change[] | null, then?: () => void) => (
    <Menu.Item key={label} {...doing(changes, then)}>
      {label}
    </Menu.Item>
  );
  const leaveOut = button(
    all("hidden") ? "Draw it again" : "Leave out",
    setMark(ids, "hidden", !all("hidden")),
  );
  const hold = rare(all("locked") ? "Let go" : "Hold in place", setMark(ids, "locked", !all("locked")));
  const away = button(
    "Take away",
    ids.flatMap((id) => takeAway(lesson, id)),
    () => chosen.choose(null),
  );
  if (!only) {
    const row = standInRow(lesson, computed.view, ids);
    return (
      <div className={styles.actions}>
        {button("Stand them in a row", row.length > 0 ? row : null)}
        {leaveOut}
        {away}
        <More label="More to do with it">{hold}</More>
      </div>
    );
  }
  const group = computed.program.scene.get(only.id)?.depthGroup ?? only.id;
  const { frontToBack } = computed.program;
  const copy = duplicateObject(lesson, only.id);
  const mirrored = canMirror(only, computed.view) ? mirrorCopy(lesson, computed.view, only.id) : null;
  const turning = turningOf(lesson, only);
  return (
    <div className={styles.actions}>
      {button("Copy", copy?.changes ?? null, () => copy && chosen.choose(copy.id))}
      {leaveOut}
      {away}
      <More label="More to do with it">
        {rare(
          "Copy to the other side",
          mirrored?.changes ?? null,
          () => mirrored && chosen.choose(mirrored.id),
        )}
        {hold}
        {rare("Draw earlier", moveInOrder(lesson, only.id, -1))}
        {rare("Draw later", moveInOrder(lesson, only.id, 1))}
        {rare("Bring nearer", moveInDepth(frontToBack, group, -1))}
        {rare("Send back", moveInDepth(frontToBack, group, 1))}
        {rare(
          turning.turned ? "Square with the others" : "Turn it askew",
          turning.possible ? (turning.turned ? squareObject : turnObject)(lesson, only.id) : null,
        )}
      </More>
    </div>
  );
});

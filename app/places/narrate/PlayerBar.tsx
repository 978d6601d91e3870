import { Button } from "@mantine/core";
import { formatClock } from "#core/ground/base";
import type { Edit } from "#core/time/schedule";
import place from "../../lesson/place.module.css";
import type { Player } from "../../lesson/take/player.ts";
import { isRunning, usePlayed } from "../../lesson/take/use-player.ts";
import { sayEdit } from "./EditShape.tsx";
import { EditTools } from "./EditTools.tsx";
import styles from "./Narrate.module.css";
import { PaceKey } from "./PaceCurves.tsx";
import type { Tapping } from "./use-tapping.ts";

/** Above the lanes: plays the recording, taps along, and does what is marked or chosen. */
export function PlayerBar({
  player,
  present,
  tapping,
  canTap,
  marked,
  edits,
  chosenEdit,
  onAdd,
  onGone,
}: {
  player: Player;
  /** Whether there is a recording to play. */
  present: boolean;
  tapping: Tapping;
  canTap: boolean;
  marked: { readonly fromMs: number; readonly toMs: number } | null;
  edits: readonly Edit[];
  chosenEdit: number | null;
  onAdd: (edit: Edit) => void;
  onGone: () => void;
}) {
  const running = usePlayed(player, isRunning);
  return (
    <div className={styles.player}>
      <Button
        variant="default"
        size="compact-md"
        disabled={!present}
        onClick={player.toggle}
        aria-label={running ? "Stop the recording" : "Play the recording"}
      >
        {running ? "Stop" : "Play"}
      </Button>
      <Button
        variant={tapping.on ? "filled" : "default"}
        size="compact-md"
        disabled={!present || !canTap}
        aria-pressed={tapping.on}
        onClick={tapping.toggle}
      >
        Tap along
      </Button>
      <span className={place.quiet} role="status">
        {tapping.on
          ? tapping.says
          : marked
            ? `Marked ${formatClock(marked.fromMs)} to ${formatClock(marked.toMs)}:`
            : chosenEdit !== null && edits[chosenEdit]
              ? `${sayEdit(edits[chosenEdit])}. Arrows move it, with Shift its end, Delete takes it away.`
              : "Mark words with Shift to cut them, play them faster, or wait after them."}
      </span>
      <EditTools edits={edits} marked={marked} chosen={chosenEdit} onAdd={onAdd} onGone={onGone} />
      <PaceKey />
    </div>
  );
}

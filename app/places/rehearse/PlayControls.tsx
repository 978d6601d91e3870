import { Button } from "@mantine/core";
import IconBefore from "@tabler/icons-react/dist/esm/icons/IconChevronLeft.mjs";
import IconNext from "@tabler/icons-react/dist/esm/icons/IconChevronRight.mjs";
import { formatClock } from "#core/ground/base";
import type { Player } from "../../lesson/take/player.ts";
import { isRunning, momentOf, usePlayed } from "../../lesson/take/use-player.ts";
import { Choice } from "../../ui/Choice.tsx";
import styles from "./Rehearse.module.css";
import type { Stepping } from "./use-stepping.ts";

/** Plays, goes step by step and through the lesson's time, at full speed or half. */
export function PlayControls({
  player,
  stepping,
  totalMs,
}: {
  player: Player;
  stepping: Stepping;
  totalMs: number;
}) {
  const atMs = usePlayed(player, momentOf);
  const running = usePlayed(player, isRunning);
  const rate = usePlayed(player, (p) => p.rate);
  return (
    <div className={styles.controls}>
      <Button onClick={player.toggle} className={styles.play ?? ""}>
        {running ? "Pause" : "Play"}
      </Button>
      <Button variant="default" aria-label="Step before" onClick={() => stepping.go(-1)}>
        <IconBefore size={20} aria-hidden="true" />
      </Button>
      <Button variant="default" aria-label="Next step" onClick={() => stepping.go(1)}>
        <IconNext size={20} aria-hidden="true" />
      </Button>
      <span className={styles.clock}>
        {formatClock(atMs)} / {formatClock(totalMs)}
      </span>
      <input
        type="range"
        className={styles.range}
        aria-label="Lesson time"
        min={0}
        max={totalMs}
        step={1}
        value={atMs}
        aria-valuetext={formatClock(atMs)}
        onChange={(e) => player.seek(Number(e.currentTarget.value))}
      />
      <Choice
        size="sm"
        label="Speed"
        value={rate}
        of={[
          { value: 0.5, label: "half" },
          { value: 1, label: "full speed" },
        ]}
        onChoose={(speed) => player.setRate(speed)}
      />
    </div>
  );
}

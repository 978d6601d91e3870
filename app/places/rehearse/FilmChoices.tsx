import { Select, Switch } from "@mantine/core";
import type { FilmKind, FilmSize, FilmWish } from "#core/output/film";
import type { OverlayClock } from "#core/showing/overlay";
import { FRAME_RATES, type FrameRate } from "#core/time/narration";
import { Choice } from "../../ui/Choice.tsx";
import styles from "./TakeOut.module.css";

const SIZES: Readonly<Record<FilmSize, string>> = {
  recording: "size as recorded",
  "720": "720 lines",
  "1080": "1080 lines",
  "2160": "2160 lines",
  square: "square",
  upright: "upright",
};

/** All that can be chosen of a film; what does not fit its kind is kept for the next kind. */
export interface FilmChoice {
  readonly kind: FilmKind;
  readonly clock: OverlayClock;
  readonly size: FilmSize;
  readonly rate: FilmWish["rate"];
  readonly container: "mp4" | "webm";
  readonly ticks: boolean;
  readonly everyFrame: boolean;
}

/** What there is to choose for the kind that is chosen. */
export function FilmChoices({
  chosen,
  choose,
  video,
}: {
  chosen: FilmChoice;
  choose: (chosen: FilmChoice) => void;
  /** Whether there is a recording. */
  video: boolean;
}) {
  const { kind, clock, size, rate, container, ticks, everyFrame } = chosen;
  return (
    <div className={styles.choices}>
      {kind.startsWith("overlay") && video ? (
        <Choice
          label="Clock"
          size="sm"
          value={clock}
          of={[
            { value: "lesson", label: "As it plays" },
            { value: "recording", label: "As recorded" },
          ]}
          onChoose={(clock) => choose({ ...chosen, clock })}
        />
      ) : null}
      {kind === "video" ? (
        <Choice
          label="Form"
          size="sm"
          value={container}
          of={[
            { value: "mp4", label: "MP4" },
            { value: "webm", label: "WebM" },
          ]}
          onChoose={(container) => choose({ ...chosen, container })}
        />
      ) : null}
      <Select
        aria-label="Size"
        size="sm"
        allowDeselect={false}
        value={size}
        data={Object.entries(SIZES).map(([value, label]) => ({
          value,
          label: video || value !== "recording" ? label : "usual size",
        }))}
        onChange={(v) => v && choose({ ...chosen, size: v as FilmSize })}
      />
      {kind === "stills" ? null : (
        <Select
          aria-label="Pictures a second"
          size="sm"
          allowDeselect={false}
          value={rate}
          data={[
            { value: "recording", label: video ? "rate as recorded" : "25 a second" },
            ...Object.keys(FRAME_RATES)
              .filter((r) => !r.endsWith("df"))
              .map((value) => ({ value, label: `${value} a second` })),
          ]}
          onChange={(v) => v && choose({ ...chosen, rate: v as "recording" | FrameRate })}
        />
      )}
      {kind === "video" && video ? (
        <Switch
          className={styles.whole ?? ""}
          label="Three ticks before going on"
          checked={ticks}
          onChange={(e) => choose({ ...chosen, ticks: e.currentTarget.checked })}
        />
      ) : null}
      {kind === "overlay-webm" ? (
        <Switch
          className={styles.whole ?? ""}
          label="Only changed pictures (faster)"
          checked={!everyFrame}
          onChange={(e) => choose({ ...chosen, everyFrame: !e.currentTarget.checked })}
        />
      ) : null}
    </div>
  );
}

import { Button, Progress, Select, Switch } from "@mantine/core";
import slugify from "@sindresorhus/slugify";
import { useMemo, useState } from "react";
import { findCurrentTake } from "#core/document/lesson";
import { formatClock } from "#core/ground/base";
import type { FilmKind, FilmSize, FilmWish } from "#core/output/film";
import type { OverlayClock } from "#core/showing/overlay";
import { FRAME_RATES, type FrameRate } from "#core/time/narration";
import type { FilmOrder } from "../../../workers/film.worker.ts";
import { useLesson } from "../../lesson/lesson-context.ts";
import { type FilmState, filmMaker } from "../../lesson/output/film-maker.ts";
import { useFilm, useFilmOffer } from "../../lesson/output/use-film.ts";
import { WriteOut } from "../../lesson/output/WriteOut.tsx";
import { Choice } from "../../ui/Choice.tsx";
import styles from "./TakeOut.module.css";

/** What can be taken out, what it is called, and who it is for. */
const KINDS: readonly { readonly kind: FilmKind; readonly called: string; readonly why: string }[] = [
  { kind: "video", called: "Finished video", why: "Recording, overlay, cuts, waits and sound in one film" },
  { kind: "overlay-webm", called: "Overlay, see-through WebM", why: "For editors that read it" },
  { kind: "overlay-mov", called: "Overlay, QuickTime", why: "Lossless, for any editor" },
  { kind: "overlay-png", called: "Overlay, single pictures", why: "PNG files with a list of times, zipped" },
  { kind: "overlay-svg", called: "Overlay, one animated SVG", why: "For web pages" },
  { kind: "stills", called: "Stills of all steps", why: "PNG and SVG for slides, zipped" },
];
const SIZES: Readonly<Record<FilmSize, string>> = {
  recording: "size as recorded",
  "720": "720 lines",
  "1080": "1080 lines",
  "2160": "2160 lines",
  square: "square",
  upright: "upright",
};

/** Takes the lesson out as a film, an overlay or stills: what, on which clock, how large; then how far it is. */
export function TakeOut({ missing }: { missing: boolean }) {
  const { lesson } = useLesson();
  const [kind, setKind] = useState<FilmKind>("video");
  const [clock, setClock] = useState<OverlayClock>("lesson");
  const [size, setSize] = useState<FilmSize>("recording");
  const [rate, setRate] = useState<FilmWish["rate"]>("recording");
  const [container, setContainer] = useState<"mp4" | "webm">("mp4");
  const [ticks, setTicks] = useState(false);
  const [everyFrame, setEveryFrame] = useState(true);
  const film = useFilm();
  const video = missing ? null : (findCurrentTake(lesson)?.video ?? null);
  const recording = video ? `/media/${video.file}` : null;
  const order = useMemo<FilmOrder>(
    () => ({
      wish: { kind, size, rate, clock: kind === "video" || kind === "stills" ? "lesson" : clock },
      container,
      ticks,
      everyFrame,
    }),
    [kind, clock, size, rate, container, ticks, everyFrame],
  );
  const offer = useFilmOffer(lesson, order, recording);
  const plan = offer?.plan ?? null;
  const overlay = kind.startsWith("overlay");

  const make = async () => {
    const called = `${slugify(lesson.title) || "lesson"}${overlay ? "-overlay" : kind === "stills" ? "-steps" : ""}.${offer?.ending}`;
    const place = await choosePlace(called);
    if (place === "left") return;
    filmMaker.make({ lesson, order, recording, called, place });
  };

  return (
    <section className={styles.panel} aria-label="Take it out">
      <FilmProgress film={film} />
      <div className={styles.kinds} role="radiogroup" aria-label="What">
        {KINDS.map((k) => (
          <label key={k.kind} className={styles.kind} data-chosen={k.kind === kind}>
            <input type="radio" name="film" checked={k.kind === kind} onChange={() => setKind(k.kind)} />
            <span>
              <strong>{k.called}</strong>
              {k.kind === kind ? <small>{k.why}</small> : null}
            </span>
          </label>
        ))}
      </div>
      <div className={styles.choices}>
        {overlay && video ? (
          <Choice
            label="Clock"
            size="sm"
            value={clock}
            of={[
              { value: "lesson", label: "As it plays" },
              { value: "recording", label: "As recorded" },
            ]}
            onChoose={setClock}
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
            onChoose={setContainer}
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
          onChange={(v) => v && setSize(v as FilmSize)}
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
            onChange={(v) => v && setRate(v as "recording" | FrameRate)}
          />
        )}
        {kind === "video" && video ? (
          <Switch
            className={styles.whole ?? ""}
            label="Three ticks before going on"
            checked={ticks}
            onChange={(e) => setTicks(e.currentTarget.checked)}
          />
        ) : null}
        {kind === "overlay-webm" ? (
          <Switch
            className={styles.whole ?? ""}
            label="Only changed pictures (faster)"
            checked={!everyFrame}
            onChange={(e) => setEveryFrame(!e.currentTarget.checked)}
          />
        ) : null}
      </div>
      <p className={styles.says} role="status">
        {offer === null
          ? "Looking at what this browser can write…"
          : plan && kind !== "stills"
            ? `${plan.picture.widthPx} × ${plan.picture.heightPx}, ${formatClock(plan.totalMs)}, ${plan.frames} pictures.`
            : ""}
        {offer?.says ? ` ${offer.says}` : ""}
        {offer && !video && kind !== "stills"
          ? " Without a recording the sheet draws itself; the words are captions beside it."
          : ""}
      </p>
      {offer?.nearest ? (
        <Button variant="default" size="compact-md" onClick={() => offer.nearest && setKind(offer.nearest)}>
          Choose {KINDS.find((k) => k.kind === offer.nearest)?.called}
        </Button>
      ) : null}
      {film.kind === "making" ? null : (
        <Button disabled={!offer?.ok} onClick={() => void make()}>
          Make it
        </Button>
      )}
      <WriteOut />
    </section>
  );
}

/** How far the film is, how it can be stopped, and what came of it. */
function FilmProgress({ film }: { film: FilmState }) {
  const { lesson, lessonId } = useLesson();
  const take = findCurrentTake(lesson);
  switch (film.kind) {
    case "none":
      return null;
    case "making":
      return (
        <div className={styles.making}>
          <span>
            {film.called}: {Math.floor(film.share * 100)} %
            {film.leftS === null ? "" : `, ${formatClock(film.leftS * 1000)} left`}
          </span>
          <Progress value={film.share * 100} aria-label="How much is made" />
          <Button variant="default" size="compact-md" onClick={filmMaker.cancel}>
            Stop and throw it away
          </Button>
        </div>
      );
    case "done":
      return (
        <div className={styles.making} role="status" data-film="done">
          <span>
            {film.called} is written. {film.says}
          </span>
          {film.address ? (
            <a href={film.address} download={film.called}>
              Save it once more
            </a>
          ) : null}
          {film.what === "video" ? (
            <span>
              Beside it:{" "}
              {take && !take.narration ? null : (
                <>
                  <a href={`/lessons/${lessonId}/times/vtt`}>captions</a>,{" "}
                </>
              )}
              <a href={`/lessons/${lessonId}/times/chapter-list`}>chapters</a>.
            </span>
          ) : null}
        </div>
      );
    case "cancelled":
      return <p role="status">{film.called} was stopped; nothing of it is left.</p>;
    case "failed":
      return <p role="alert">{film.says}</p>;
  }
}

interface PickSave {
  showSaveFilePicker?(options: { suggestedName: string }): Promise<FileSystemFileHandle>;
}

/** Where the film goes: a place the teacher chooses, null where the browser keeps it and downloads it at the end. */
async function choosePlace(suggestedName: string): Promise<FileSystemFileHandle | null | "left"> {
  const { showSaveFilePicker } = window as unknown as PickSave;
  if (!showSaveFilePicker) return null;
  try {
    return await showSaveFilePicker.call(window, { suggestedName });
  } catch (error) {
    // The teacher has thought better of it, or the browser lets no page choose: then it keeps the film itself.
    return error instanceof DOMException && error.name === "AbortError" ? "left" : null;
  }
}

import { Button } from "@mantine/core";
import slugify from "@sindresorhus/slugify";
import { useMemo, useState } from "react";
import { findCurrentTake } from "#core/document/lesson";
import { formatClock } from "#core/ground/base";
import type { FilmKind } from "#core/output/film";
import type { FilmOrder } from "../../../workers/film.worker.ts";
import { useLesson } from "../../lesson/lesson-context.ts";
import { filmMaker } from "../../lesson/output/film-maker.ts";
import { useFilm, useFilmOffer } from "../../lesson/output/use-film.ts";
import { WriteOut } from "../../lesson/output/WriteOut.tsx";
import { type FilmChoice, FilmChoices } from "./FilmChoices.tsx";
import { FilmProgress } from "./FilmProgress.tsx";
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

/** Takes the lesson out as a film, an overlay or stills: what, on which clock, how large; then how far it is. */
export function TakeOut({ missing }: { missing: boolean }) {
  const { lesson } = useLesson();
  const [chosen, choose] = useState<FilmChoice>({
    kind: "video",
    clock: "lesson",
    size: "recording",
    rate: "recording",
    container: "mp4",
    ticks: false,
    everyFrame: true,
  });
  const { kind } = chosen;
  const film = useFilm();
  const video = missing ? null : (findCurrentTake(lesson)?.video ?? null);
  const recording = video ? `/media/${video.file}` : null;
  const order = useMemo<FilmOrder>(() => {
    const { kind, clock, size, rate, container, ticks, everyFrame } = chosen;
    const wish = {
      kind,
      size,
      rate,
      clock: kind === "video" || kind === "stills" ? "lesson" : clock,
    } as const;
    return { wish, container, ticks, everyFrame };
  }, [chosen]);
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
            <input
              type="radio"
              name="film"
              checked={k.kind === kind}
              onChange={() => choose({ ...chosen, kind: k.kind })}
            />
            <span>
              <strong>{k.called}</strong>
              {k.kind === kind ? <small>{k.why}</small> : null}
            </span>
          </label>
        ))}
      </div>
      <FilmChoices chosen={chosen} choose={choose} video={video !== null} />
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
        <Button
          variant="default"
          size="compact-md"
          onClick={() => offer.nearest && choose({ ...chosen, kind: offer.nearest })}
        >
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

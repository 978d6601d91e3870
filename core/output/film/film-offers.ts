import type { FilmKind } from "./film-plan.ts";

/** What a browser can write at the size that is asked for. */
export interface Abilities {
  readonly h264: boolean;
  readonly vp9: boolean;
  readonly aac: boolean;
  readonly opus: boolean;
}

/** The form of a film with pictures and sound. */
export interface VideoForm {
  readonly container: "mp4" | "webm";
  readonly picture: "avc" | "vp9";
  /** Null: it stays silent. */
  readonly sound: "aac" | "opus" | null;
}

/** What can be had of what was asked for, and what is worth knowing before it is made. */
export type FilmOffer =
  | { readonly ok: true; readonly form: VideoForm | null; readonly says: string | null }
  /** The nearest that this browser can write instead; null: none. */
  | { readonly ok: false; readonly says: string; readonly nearest: FilmKind | null };

/** How a film is to be written here: said before it is begun. `wanted`: the form of a finished lesson video. */
export function offerFilm(kind: FilmKind, wanted: "mp4" | "webm", can: Abilities): FilmOffer {
  if (kind === "overlay-webm")
    return can.vp9
      ? { ok: true, form: { container: "webm", picture: "vp9", sound: null }, says: null }
      : {
          ok: false,
          says: "This browser cannot write VP9, so no see-through WebM. The QuickTime file has the same pictures and is read by any editor.",
          nearest: "overlay-mov",
        };
  if (kind !== "video") return { ok: true, form: null, says: null };
  const mp4: VideoForm | null = can.h264
    ? { container: "mp4", picture: "avc", sound: can.aac ? "aac" : can.opus ? "opus" : null }
    : null;
  const webm: VideoForm | null = can.vp9
    ? { container: "webm", picture: "vp9", sound: can.opus ? "opus" : null }
    : null;
  const form = wanted === "mp4" ? (mp4 ?? webm) : (webm ?? mp4);
  if (!form)
    return {
      ok: false,
      says: "This browser can write neither H.264 nor VP9, so no film with the recording in it. The overlay as QuickTime can be laid over it in an editor.",
      nearest: "overlay-mov",
    };
  return { ok: true, form, says: notes(form, wanted) };
}

function notes({ container, sound }: VideoForm, wanted: "mp4" | "webm"): string | null {
  const other =
    container === wanted
      ? ""
      : `This browser cannot write ${wanted === "mp4" ? "H.264" : "VP9"}, so it will be ${container === "mp4" ? "an MP4" : "a WebM"}. `;
  const heard =
    sound === null
      ? "This browser cannot write sound: the film will be silent."
      : container === "mp4" && sound === "opus"
        ? "This browser cannot write AAC, so the sound is Opus. Players and browsers play that; some editors do not take it in an MP4: choose WebM for those."
        : "";
  return `${other}${heard}`.trim() || null;
}

/** Bits a second for a picture of this size and rate: enough that thin lines stay clean; an explicit number, for encoders choose worse. */
export function bitrateOf(widthPx: number, heightPx: number, framesPerSecond: number): number {
  const asked = widthPx * heightPx * framesPerSecond * BITS_PER_PIXEL;
  return Math.round(Math.min(MOST_BITS, Math.max(LEAST_BITS, asked)));
}

const BITS_PER_PIXEL = 0.13;
const LEAST_BITS = 1.5e6;
const MOST_BITS = 24e6;

import type { Take } from "#core/document/lesson";
import type { RecordingAnswer } from "../../routes/recording.ts";
import { putFile } from "../../ui/put-file.ts";

/** Stores a recording and finds out its length and picture size. Progress runs from 0 to 1. */
export async function uploadRecording(
  lessonId: string,
  file: File,
  onProgress: (share: number) => void,
): Promise<NonNullable<Take["video"]> | { problem: string }> {
  const about = await findVideoFacts(file);
  if (!about)
    return {
      problem: `"${file.name}" does not play in this browser, so its length is not known. Nothing was stored.`,
    };
  const answer = await putFile<RecordingAnswer>(`/lessons/${lessonId}/recording`, file, onProgress);
  return "file" in answer ? { file: answer.file, ...about } : answer;
}

/** Length and picture size as the browser's own player reads them; null when it cannot play the file. */
function findVideoFacts(
  file: File,
): Promise<{ durationMs: number; widthPx: number; heightPx: number } | null> {
  return new Promise((resolve) => {
    const video = document.createElement("video");
    const url = URL.createObjectURL(file);
    const done = (facts: { durationMs: number; widthPx: number; heightPx: number } | null) => {
      URL.revokeObjectURL(url);
      resolve(facts);
    };
    video.preload = "metadata";
    video.onloadedmetadata = () => {
      const durationMs = Math.round(video.duration * 1000);
      const playable = Number.isFinite(durationMs) && durationMs > 0 && video.videoWidth > 0;
      done(playable ? { durationMs, widthPx: video.videoWidth, heightPx: video.videoHeight } : null);
    };
    video.onerror = () => done(null);
    video.src = url;
  });
}

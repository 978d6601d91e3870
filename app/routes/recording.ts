import { data } from "react-router";
import { FileTooLarge, NoRecording, storeFile, VIDEO_TYPES } from "#server/files/store.server.ts";
import { refusalOfAny } from "#server/http/refusal.server.ts";
import { bodyOf } from "#server/http/request-body.server.ts";
import { findLesson } from "#server/lessons.server.ts";
import { largestVideoBytes } from "#server/limits.ts";
import type { Route } from "./+types/recording";
import { inWords } from "./in-words.server.ts";
import { sentName } from "./sent-name.ts";

export type RecordingAnswer = { readonly file: string } | { readonly problem: string };

/** Takes in a recording as the raw body of a PUT, streamed to the store. */
export async function action({ request, params }: Route.ActionArgs) {
  if (!(await inWords(() => findLesson(params.lessonId))))
    throw new Response("There is no lesson at this address; nothing was stored.", { status: 404 });
  const name = sentName(request, "recording");
  const mediaType = (request.headers.get("Content-Type") ?? "").split(";")[0] ?? "";
  const refuse = async (problem: string, status: number) => {
    // The sender hears the answer only once all it sends was read; what is refused is read and thrown away.
    await request.body?.pipeTo(new WritableStream()).catch(() => null);
    return data({ problem } satisfies RecordingAnswer, { status });
  };
  if (!VIDEO_TYPES.includes(mediaType))
    return refuse(
      `"${name}" is of type ${mediaType || "unknown"}; a recording is an MP4, WebM or QuickTime file. Nothing was stored.`,
      415,
    );
  const limit = largestVideoBytes();
  const tooLarge = `"${name}" is larger than ${Math.round(limit / 1024 ** 2)} MB. Nothing was stored; make it smaller or split it.`;
  if (Number(request.headers.get("Content-Length") ?? 0) > limit) return refuse(tooLarge, 413);
  if (!request.body) return refuse(`"${name}" is empty. Nothing was stored.`, 400);
  try {
    const { file } = await storeFile(bodyOf(request.body), { originalName: name, mediaType }, limit);
    return { file } satisfies RecordingAnswer;
  } catch (error) {
    if (error instanceof FileTooLarge) return refuse(tooLarge, 413);
    if (error instanceof NoRecording) return refuse(`"${name}" ${error.message}. Nothing was stored.`, 422);
    const { status, message } = refusalOfAny(error);
    return refuse(`"${name}" was not stored. ${message}`, status);
  }
}

import { createReadableStreamFromReadable } from "@react-router/node";
import { writeBundle } from "#server/bundles.server.ts";
import type { Route } from "./+types/bundle-out";
import { inWords } from "./in-words.server.ts";

/** The lesson with its recordings, captions and pictures as one file; with its record of classes where that is asked for. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const withRecord = new URL(request.url).searchParams.get("record") === "yes";
  const bundle = await inWords(() => writeBundle(params.lessonId, undefined, undefined, withRecord));
  if (!bundle) throw new Response("There is no lesson at this address.", { status: 404 });
  // A reader that goes away ends the packing, and closes what it held open.
  const stop = () => bundle.destroy();
  if (request.signal.aborted) stop();
  else request.signal.addEventListener("abort", stop, { once: true });
  bundle.on("error", () => {});
  return new Response(createReadableStreamFromReadable(bundle), {
    headers: {
      "Content-Type": "application/zip",
      "Content-Disposition": `attachment; filename="${params.lessonId}.zip"`,
    },
  });
}

import { createReadableStreamFromReadable } from "@react-router/node";
import { writeBundle } from "#server/bundles.server.ts";
import type { Route } from "./+types/bundle-out";

/** The lesson with its recordings, captions and pictures as one file. */
export async function loader({ params }: Route.LoaderArgs) {
  const bundle = await writeBundle(params.lessonId);
  if (!bundle) throw new Response("There is no lesson at this address.", { status: 404 });
  return new Response(createReadableStreamFromReadable(bundle), {
    headers: {
      "Content-Type": "application/zip",
      "Content-Disposition": `attachment; filename="${params.lessonId}.zip"`,
    },
  });
}

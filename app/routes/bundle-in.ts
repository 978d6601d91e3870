import { data } from "react-router";
import { type BroughtIn, readBundle } from "#server/bundles.server.ts";
import { bodyOf } from "#server/files/request-body.server.ts";
import { FileTooLarge, LARGEST_VIDEO_BYTES, withTemporaryFile } from "#server/files/store.server.ts";
import type { Route } from "./+types/bundle-in";

export type BundleAnswer = BroughtIn;

/** Takes in a bundle as the raw body of a PUT: streamed to a temporary file, read from there, thrown away. */
export async function action({ request }: Route.ActionArgs) {
  const name = decodeURIComponent(request.headers.get("X-File-Name") ?? "bundle");
  if (!request.body)
    return data({ problems: [`"${name}" is empty. Nothing was brought in.`] } satisfies BroughtIn, {
      status: 400,
    });
  try {
    const answer = await withTemporaryFile(bodyOf(request.body), LARGEST_VIDEO_BYTES, (path) =>
      readBundle(path, name),
    );
    return data(answer, { status: "id" in answer ? 200 : 400 });
  } catch (error) {
    if (!(error instanceof FileTooLarge)) throw error;
    const problems = [`"${name}" was not brought in; the shelf is as it was.`, error.message];
    return data({ problems } satisfies BroughtIn, { status: 413 });
  }
}

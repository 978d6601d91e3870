import { data } from "react-router";
import { type BroughtIn, readBundle } from "#server/bundles.server.ts";
import { FileTooLarge, withTemporaryFile } from "#server/files/store.server.ts";
import { refusalOfAny } from "#server/http/refusal.server.ts";
import { bodyOf } from "#server/http/request-body.server.ts";
import { LARGEST_BUNDLE_BYTES } from "#server/limits.ts";
import type { Route } from "./+types/bundle-in";
import { sentName } from "./sent-name.ts";

export type BundleAnswer = BroughtIn;

/** Takes in a bundle as the raw body of a PUT: streamed to a temporary file, read from there, thrown away. */
export async function action({ request }: Route.ActionArgs) {
  const name = sentName(request, "bundle");
  if (!request.body)
    return data({ problems: [`"${name}" is empty. Nothing was brought in.`] } satisfies BroughtIn, {
      status: 400,
    });
  try {
    const answer = await withTemporaryFile(bodyOf(request.body), LARGEST_BUNDLE_BYTES, (path) =>
      readBundle(path, name),
    );
    return data(answer, { status: "id" in answer ? 200 : 400 });
  } catch (error) {
    const { status, message } =
      error instanceof FileTooLarge ? { status: 413, message: error.message } : refusalOfAny(error);
    const problems = [`"${name}" was not brought in; the shelf is as it was.`, message];
    return data({ problems } satisfies BroughtIn, { status });
  }
}

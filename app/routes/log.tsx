import { data } from "react-router";
import * as v from "valibot";
import { learntPaceOf, listClasses, listTakenOut } from "#server/classes.server.ts";
import { formOf } from "#server/http/request-body.server.ts";
import { listRevisions, listSetAside, restore } from "#server/lessons.server.ts";
import { LARGEST_FORM_BYTES } from "#server/limits.ts";
import { listPrints } from "#server/prints.server.ts";
import { PlaceError } from "../lesson/frame/PlaceError.tsx";
import { freshOrLast, useLastLoaded } from "../lesson/saving/last-loaded.ts";
import { revalidateUnlessSearch as shouldRevalidate } from "../lesson/saving/revalidate-unless-search.ts";
import { hasUnsaved } from "../lesson/saving/use-save-line.ts";
import { Log } from "../places/log/Log.tsx";
import type { Route } from "./+types/log";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

export async function loader({ params }: Route.LoaderArgs) {
  const stored = requireLesson(params.lessonId);
  return inWords(async () => ({
    revisions: listRevisions(stored.id),
    setAside: listSetAside(stored.id),
    prints: await listPrints(stored),
    classes: listClasses(stored.id),
    takenOut: listTakenOut(stored.id),
    learnt: learntPaceOf(stored.lesson.plan.ageBand),
  }));
}

const Whole = v.pipe(v.string(), v.transform(Number), v.integer());
const ActionSchema = v.union([v.object({ revision: Whole }), v.object({ setAsideId: Whole })]);

/** Brings back an earlier revision or a version that was set aside, as the newest revision. */
export async function action({ request, params }: Route.ActionArgs) {
  const asked = v.safeParse(
    ActionSchema,
    Object.fromEntries(await inWords(() => formOf(request, LARGEST_FORM_BYTES))),
  );
  if (!asked.success)
    return data({ problem: "That revision could not be read; nothing was changed." }, { status: 400 });
  const saved = await inWords(() => restore(params.lessonId, asked.output));
  if (saved.kind !== "saved")
    return data({ problem: "That revision is not in the log; nothing was changed." }, { status: 404 });
  return { problem: null };
}

const keyOf = (lessonId: string | undefined) => `log/${lessonId}`;

export const clientLoader = ({ serverLoader, params }: Route.ClientLoaderArgs) =>
  freshOrLast(keyOf(params.lessonId), serverLoader, hasUnsaved(params.lessonId));

export { PlaceError as ErrorBoundary, shouldRevalidate };

export default function LogRoute({ loaderData, params }: Route.ComponentProps) {
  useLastLoaded(keyOf(params.lessonId), loaderData);
  return <Log {...loaderData} />;
}

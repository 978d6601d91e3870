import { useMemo } from "react";
import { data, type ShouldRevalidateFunctionArgs } from "react-router";
import * as v from "valibot";
import { HandOutWishSchema, printAgain, type ShownPages } from "#core/output/handout";
import { formOf } from "#server/http/request-body.server.ts";
import { worked } from "#server/jobs/kept.server.ts";
import { LARGEST_FORM_BYTES } from "#server/limits.ts";
import { listPrints, logPrint } from "#server/prints.server.ts";
import { PlaceError } from "../lesson/frame/PlaceError.tsx";
import { freshOrLast, useLastLoaded } from "../lesson/saving/last-loaded.ts";
import { revalidateUnlessSearch } from "../lesson/saving/revalidate-unless-search.ts";
import { hasUnsaved } from "../lesson/saving/use-save-line.ts";
import { HandOut } from "../places/hand-out/HandOut.tsx";
import { wishOfSearch } from "../places/hand-out/wish-of-search.ts";
import type { Route } from "./+types/hand-out";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

/** The pages as they will be printed, laid out with the printed fonts, what was printed before, and what of it to print again. */
export async function loader({ params, request }: Route.LoaderArgs) {
  const stored = requireLesson(params.lessonId);
  const wish = wishOfSearch(new URL(request.url).searchParams);
  const [laid, prints] = await inWords(() =>
    Promise.all([worked("handOut", stored, { wish }, JSON.stringify(wish)), listPrints(stored)]),
  );
  const again = laid.prints && printAgain(laid.prints, { wish, handOut: stored.lesson.handOut }, prints);
  return {
    wish,
    shown: laid.shown,
    prints,
    revision: stored.revision,
    again: again && { printedAt: again.since.printedAt, revision: again.since.revision, ids: again.ids },
  };
}

/** Logs what is printed now, as it is. The file itself is fetched by the print's own address. */
export async function action({ params, request }: Route.ActionArgs) {
  const stored = requireLesson(params.lessonId);
  return inWords(async () => {
    const form = await formOf(request, LARGEST_FORM_BYTES);
    const wish = v.safeParse(HandOutWishSchema, wishIn(form.get("wish")));
    if (!wish.success)
      return data(
        { printId: null, problem: "What to print could not be read; nothing was printed." },
        { status: 400 },
      );
    const parts = await worked("printed", stored, { wish: wish.output }, JSON.stringify(wish.output));
    if (parts.length === 0)
      return data({ printId: null, problem: "There is nothing on it to print." }, { status: 400 });
    const { handOut } = stored.lesson;
    return {
      printId: logPrint(stored.id, stored.revision, { handOut, wish: wish.output, parts }),
      problem: null,
    };
  });
}

/** What a form says of the wish; step cards where it says nothing. */
function wishIn(field: unknown): unknown {
  if (typeof field !== "string") return { what: "cards" };
  try {
    return JSON.parse(field);
  } catch {
    return null;
  }
}

const wishKey = (url: URL) => JSON.stringify(wishOfSearch(url.searchParams));

/** Another kind, or another step under a worksheet, is another answer; any other step of the strip is not. */
export function shouldRevalidate(args: ShouldRevalidateFunctionArgs): boolean {
  return wishKey(args.currentUrl) !== wishKey(args.nextUrl) || revalidateUnlessSearch(args);
}

const keyOf = (lessonId: string | undefined, wish: string) => `hand-out/${lessonId}/${wish}`;

export const clientLoader = ({ serverLoader, params, request }: Route.ClientLoaderArgs) =>
  freshOrLast(
    keyOf(params.lessonId, wishKey(new URL(request.url))),
    serverLoader,
    hasUnsaved(params.lessonId),
  );

export { PlaceError as ErrorBoundary };

export default function HandOutRoute({ loaderData, params }: Route.ComponentProps) {
  useLastLoaded(keyOf(params.lessonId, JSON.stringify(loaderData.wish)), loaderData);
  const { shown: text, ...rest } = loaderData;
  const shown = useMemo((): ShownPages => JSON.parse(text), [text]);
  return <HandOut {...rest} shown={shown} />;
}

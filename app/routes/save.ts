import * as v from "valibot";
import type { Change, Finding } from "#core/base";
import { saveChanges, stepBack } from "#server/lessons.server.ts";
import type { Route } from "./+types/save";

export type SaveAnswer =
  | { readonly kind: "saved"; readonly revision: number; readonly merged?: boolean }
  | { readonly kind: "conflict"; readonly message: string }
  | { readonly kind: "refused"; readonly findings: readonly Finding[] }
  | { readonly kind: "unreachable" };

const RequestSchema = v.variant("intent", [
  v.object({
    intent: v.literal("changes"),
    base: v.number(),
    changes: v.array(v.object({ id: v.string(), field: v.string(), value: v.unknown() })),
  }),
  v.object({ intent: v.picklist(["undo", "redo"]), base: v.number() }),
]);

/** Saves one edit of a lesson, or steps back or forward in its history. */
export async function action({ request, params }: Route.ActionArgs) {
  const asked = v.safeParse(RequestSchema, await request.json().catch(() => null));
  if (!asked.success) throw new Response("The edit could not be read; nothing was changed.", { status: 400 });
  const { output } = asked;
  const saved =
    output.intent === "changes"
      ? saveChanges(params.lessonId, output.base, output.changes as readonly Change[])
      : stepBack(params.lessonId, output.intent, output.base);
  if (saved.kind === "missing")
    throw new Response("This lesson is not on the shelf any more; nothing was changed.", { status: 404 });
  // Refusals are answers, not failures: the page stays and says them.
  return saved satisfies SaveAnswer;
}

/** A save that does not reach the server keeps the edit and says so, instead of failing the page. */
export async function clientAction({ serverAction }: Route.ClientActionArgs): Promise<SaveAnswer> {
  try {
    return await serverAction();
  } catch (error) {
    if (error instanceof TypeError) return { kind: "unreachable" };
    throw error;
  }
}

import * as v from "valibot";
import { ChangeSchema, type Finding } from "#core/ground/base";
import { headersOf, type RefusalReason, refusalOfAny } from "#server/http/refusal.server.ts";
import { jsonOf } from "#server/http/request-body.server.ts";
import { type Saved, saveChanges, stepBack } from "#server/lessons.server.ts";
import { LARGEST_SAVE_BYTES } from "#server/limits.ts";
import type { Route } from "./+types/save";

export type SaveAnswer =
  | { readonly kind: "saved"; readonly revision: number; readonly merged?: boolean }
  | { readonly kind: "conflict"; readonly message: string }
  /** The lesson cannot be so: the edit is not made, now or later. */
  | { readonly kind: "refused"; readonly findings: readonly Finding[] }
  /** The edit could not be saved just now; the lesson is as it was. */
  | { readonly kind: "failed"; readonly reason: RefusalReason; readonly message: string }
  /** There is no such lesson any more. */
  | { readonly kind: "missing"; readonly message: string };

const KeySchema = v.optional(v.pipe(v.string(), v.regex(/^[\w-]{8,64}$/)));
const RequestSchema = v.variant("intent", [
  v.object({
    intent: v.literal("changes"),
    base: v.number(),
    key: KeySchema,
    changes: v.array(ChangeSchema),
  }),
  v.object({ intent: v.picklist(["undo", "redo"]), base: v.number(), key: KeySchema }),
]);

/** Saves one edit of a lesson, or steps back or forward in its history. Whatever happens, the answer says it as data. */
export async function action({ request, params }: Route.ActionArgs): Promise<Response> {
  try {
    const asked = v.safeParse(RequestSchema, await jsonOf(request, LARGEST_SAVE_BYTES));
    return asked.success ? answer(saved(params.lessonId, asked.output)) : unreadable();
  } catch (error) {
    if (error instanceof SyntaxError) return unreadable();
    const refusal = refusalOfAny(error);
    const { reason, message } = refusal;
    return answer({ kind: "failed", reason, message }, refusal.status, headersOf(refusal));
  }
}

function saved(lessonId: string, asked: v.InferOutput<typeof RequestSchema>): Saved {
  const { base, key = null } = asked;
  return asked.intent === "changes"
    ? saveChanges(lessonId, base, asked.changes, undefined, undefined, key)
    : stepBack(lessonId, asked.intent, base, undefined, undefined, key);
}

function answer(said: SaveAnswer | Saved, status = 200, headers: Record<string, string> = {}): Response {
  if (said.kind !== "missing") return Response.json(said satisfies SaveAnswer, { status, headers });
  const message = "This lesson is not in the server's store any more; nothing was changed there.";
  return Response.json({ kind: "missing", message } satisfies SaveAnswer, { status: 404 });
}

function unreadable(): Response {
  const message = "The edit could not be read; nothing was changed.";
  return answer({ kind: "failed", reason: "unreadable", message }, 400);
}

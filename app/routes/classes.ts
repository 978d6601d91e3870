import * as v from "valibot";
import { type ClassTaught, ClassTaughtSchema, readClassTable, tableOfClasses } from "#core/class/record";
import type { Finding } from "#core/ground/base";
import { readCsv, writeCsv } from "#core/ground/table";
import { keepClasses, listClasses, MOST_CLASSES, rewriteClass, setTakenOut } from "#server/classes.server.ts";
import { headersOf, refusalOfAny } from "#server/http/refusal.server.ts";
import { jsonOf } from "#server/http/request-body.server.ts";
import { worked } from "#server/jobs/kept.server.ts";
import { LARGEST_TABLE_BYTES } from "#server/limits.ts";
import type { Route } from "./+types/classes";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

export interface ClassesAnswer {
  readonly ok: boolean;
  /** What was done, or why nothing was. */
  readonly says: string;
  /** What of a table was left out. */
  readonly findings: readonly Finding[];
}

/** The record of a lesson as a table, CSV. */
export async function loader({ params }: Route.LoaderArgs) {
  const stored = requireLesson(params.lessonId);
  const classes = await inWords(() => listClasses(stored.id));
  return new Response(writeCsv(tableOfClasses(classes.map((c) => c.taught))), {
    headers: {
      "Content-Type": "text/csv; charset=utf-8",
      "Content-Disposition": `attachment; filename="${stored.id}-classes.csv"`,
    },
  });
}

const KeySchema = v.pipe(v.string(), v.regex(/^[\w-]{8,64}$/, "a key names the class"));
const IdSchema = v.pipe(v.string(), v.transform(Number), v.integer());
const RequestSchema = v.variant("intent", [
  v.object({
    intent: v.literal("keep"),
    key: KeySchema,
    revision: v.nullable(v.pipe(v.number(), v.integer(), v.minValue(1))),
    taught: ClassTaughtSchema,
  }),
  v.object({ intent: v.literal("rewrite"), id: IdSchema, taught: ClassTaughtSchema }),
  v.object({ intent: v.picklist(["take-out", "bring-back"]), id: IdSchema }),
  v.object({ intent: v.literal("table"), text: v.string() }),
]);

/** Puts a class into the record, writes one anew, takes one out, or brings a table in. Whatever happens, the answer says it as data. */
export async function action({ request, params }: Route.ActionArgs): Promise<Response> {
  try {
    const asked = v.safeParse(RequestSchema, await jsonOf(request, LARGEST_TABLE_BYTES));
    if (!asked.success) return said(400, `The class was not kept: ${asked.issues[0].message}.`);
    return await done(params.lessonId, asked.output);
  } catch (error) {
    if (error instanceof Response) throw error;
    if (error instanceof SyntaxError)
      return said(400, "What was sent could not be read; nothing was changed.");
    const refusal = refusalOfAny(error);
    return said(refusal.status, refusal.message, [], headersOf(refusal));
  }
}

function done(lessonId: string, asked: v.InferOutput<typeof RequestSchema>): Response | Promise<Response> {
  switch (asked.intent) {
    case "keep":
      return keptSaid(keepClasses(lessonId, [asked]), "The class is in the record.");
    case "rewrite":
      return rewriteClass(lessonId, asked.id, asked.taught) ? said(200, "Written anew.") : GONE();
    case "take-out":
    case "bring-back":
      return setTakenOut(lessonId, asked.id, asked.intent === "take-out") ? said(200, "Done.") : GONE();
    case "table":
      return tableTaken(lessonId, asked.text);
  }
}

const GONE = () => said(404, "That class is not in the record any more; nothing was changed.");

function keptSaid(
  { answer, added }: ReturnType<typeof keepClasses>,
  says: string,
  findings: readonly Finding[] = [],
) {
  if (answer === "missing")
    return said(404, "This lesson is not in the server's store any more; nothing was kept.");
  if (answer === "full")
    return said(409, `The record holds at most ${MOST_CLASSES} classes. Nothing was added.`);
  return said(200, added === 0 ? "These classes were in the record already." : says, findings);
}

async function tableTaken(lessonId: string, text: string): Promise<Response> {
  const stored = requireLesson(lessonId);
  const planned = await worked("plannedSteps", stored, {});
  const { ageBand } = stored.lesson.plan;
  const { classes, findings } = readClassTable(readCsv(text), { ageBand, planned });
  if (classes.length === 0) return said(400, "Nothing was brought in.", findings);
  const entries = classes.map((taught) => ({ key: keyOf(taught), revision: null, taught }));
  const kept = keepClasses(lessonId, entries);
  return keptSaid(kept, `${kept.added} of ${classes.length} classes were brought in.`, findings);
}

/** What comes in again word for word after it was taken out is another class. */
function keyOf({ day }: ClassTaught): string {
  return `table-${day}-${crypto.randomUUID()}`;
}

function said(
  status: number,
  says: string,
  findings: readonly Finding[] = [],
  headers: Record<string, string> = {},
) {
  return Response.json({ ok: status < 300, says, findings } satisfies ClassesAnswer, { status, headers });
}

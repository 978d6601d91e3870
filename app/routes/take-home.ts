import { requestContext } from "#server/http/request-context.ts";
import { worked } from "#server/jobs/kept.server.ts";
import type { Route } from "./+types/take-home";
import { inWords } from "./in-words.server.ts";
import { requireLesson } from "./require-lesson.server.ts";

/** The take-home page to look at: the very file, its script let in by the page's own nonce. */
export async function loader({ params, context }: Route.LoaderArgs) {
  const stored = requireLesson(params.lessonId);
  const page = await inWords(() => worked("takeHome", stored, {}));
  if (!page.ok) throw new Response(page.says, { status: 404 });
  const { nonce } = context.get(requestContext);
  const html = nonce ? page.html.replace("<script>", `<script nonce="${nonce}">`) : page.html;
  return new Response(html, { headers: { "Content-Type": "text/html; charset=utf-8" } });
}

import { data, redirect } from "react-router";
import { formOf } from "#server/http/request-body.server.ts";
import { requestContext } from "#server/http/request-context.ts";
import { Enter } from "../places/enter/Enter.tsx";
import type { Route } from "./+types/enter";
import { inWords } from "./in-words.server.ts";

/** A passphrase is short; more is not read. */
const LARGEST_BYTES = 10_000;

/** Where no passphrase is asked for there is nothing to enter. */
export function loader({ context }: Route.LoaderArgs) {
  if (!context.get(requestContext).gate) throw redirect("/");
  return null;
}

/** Lets in whoever knows the passphrase, to the page that was asked for. */
export async function action({ request, context }: Route.ActionArgs) {
  const { gate, address, secure } = context.get(requestContext);
  const passphrase = (await inWords(() => formOf(request, LARGEST_BYTES))).get("passphrase");
  if (!gate) throw redirect("/");
  const entered = await gate.enter(typeof passphrase === "string" ? passphrase : "", address, secure);
  switch (entered.kind) {
    case "in":
      throw redirect(placeOf(request), { headers: { "Set-Cookie": entered.cookie } });
    case "wrong":
      return data({ problem: "That is not it." }, { status: 401 });
    case "later": {
      const minutes = Math.ceil(entered.seconds / 60);
      const problem = `Too many wrong ones: try again in ${minutes === 1 ? "a minute" : `${minutes} minutes`}.`;
      return data({ problem }, { status: 429, headers: { "Retry-After": String(entered.seconds) } });
    }
  }
}

/** The page asked for before; only one of this app, whatever the address says. */
function placeOf(request: Request): string {
  const asked = new URL(request.url).searchParams.get("to") ?? "/";
  return /^\/(?![/\\])/.test(asked) ? asked : "/";
}

export default function EnterRoute({ actionData }: Route.ComponentProps) {
  return <Enter problem={actionData?.problem ?? null} />;
}

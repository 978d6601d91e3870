import { PassThrough } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { isbot } from "isbot";
import { renderToPipeableStream } from "react-dom/server";
import { type EntryContext, type RouterContextProvider, ServerRouter } from "react-router";
import { requestContext } from "#server/http/request-context.ts";
import { NonceContext } from "./ui/nonce.ts";

export const streamTimeout = 5000;

/** Renders a page; its scripts carry the nonce that the front door gave out for it. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
  loadContext: RouterContextProvider,
): Promise<Response> {
  // The front door has set the policy that asks for it; in development there is none, for the tools' own inline scripts.
  const nonce = loadContext.get(requestContext).nonce ?? undefined;
  return new Promise((resolve, reject) => {
    let code = status;
    const whole = isbot(request.headers.get("user-agent")) || context.isSpaMode;
    const timeout = setTimeout(() => abort(), streamTimeout + 1000);
    const send = () => {
      const body = new PassThrough({
        final(done) {
          clearTimeout(timeout);
          done();
        },
      });
      headers.set("Content-Type", "text/html");
      resolve(new Response(createReadableStreamFromReadable(body), { headers, status: code }));
      pipe(body);
    };
    const { pipe, abort } = renderToPipeableStream(
      <NonceContext value={nonce}>
        <ServerRouter context={context} url={request.url} {...(nonce ? { nonce } : {})} />
      </NonceContext>,
      {
        ...(nonce ? { nonce } : {}),
        [whole ? "onAllReady" : "onShellReady"]: send,
        onShellError: reject,
        onError(error: unknown) {
          code = 500;
          console.error(error);
        },
      },
    );
  });
}

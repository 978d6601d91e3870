import { randomBytes } from "node:crypto";
import { PassThrough } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { isbot } from "isbot";
import { renderToPipeableStream } from "react-dom/server";
import { type EntryContext, ServerRouter } from "react-router";
import { NonceContext } from "./ui/nonce.ts";

export const streamTimeout = 5000;

/** Renders a page. In production every script carries a nonce and nothing is loaded from elsewhere. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
): Promise<Response> {
  // In development the browser's extensions to hot reloading need inline scripts without one.
  const nonce = import.meta.env.PROD ? randomBytes(16).toString("base64") : undefined;
  if (nonce) {
    headers.set(
      "Content-Security-Policy",
      `default-src 'self'; script-src 'self' 'nonce-${nonce}'; style-src 'self' 'unsafe-inline'; font-src 'self' data:; img-src 'self' data: blob:; media-src 'self' blob:; worker-src 'self' blob:; connect-src 'self'; object-src 'none'; base-uri 'self'; form-action 'self'; frame-ancestors 'none'`,
    );
  }
  headers.set("X-Content-Type-Options", "nosniff");
  headers.set("Referrer-Policy", "same-origin");
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

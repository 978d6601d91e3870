import { Readable } from "node:stream";
import { LONGEST_BODY_MS } from "../limits.ts";

/** What was sent is larger than it may be. */
export class BodyTooLarge extends Error {
  constructor(readonly limitBytes: number) {
    super(`What was sent is larger than ${Math.round(limitBytes / 1024 ** 2)} MB. Nothing was changed.`);
  }
}

/** What was sent did not arrive whole, or not in time. */
export class BodyBrokeOff extends Error {
  constructor() {
    super("What was sent did not arrive whole. Nothing was changed; try again.");
  }
}

/**
 * What a request sends, as a Node stream. The web stream is only ever let go of, never cancelled: the framework's adapter
 * passes a cancellation's reason on to the socket as an error that nobody hears, and one upload broken off by its sender
 * would end the server.
 */
export function bodyOf(body: ReadableStream<Uint8Array>): Readable {
  return Readable.from(chunksOf(body), { objectMode: false });
}

/** The value that a request sends as JSON. Throws BodyTooLarge, BodyBrokeOff, or a SyntaxError when it is none. */
export async function jsonOf(request: Request, limitBytes: number): Promise<unknown> {
  return JSON.parse((await bytesOf(request, limitBytes)).toString("utf8"));
}

/** The form that a request sends. Throws BodyTooLarge, BodyBrokeOff, or a TypeError when it is none. */
export async function formOf(request: Request, limitBytes: number): Promise<FormData> {
  const body = new Uint8Array(await bytesOf(request, limitBytes));
  const type = request.headers.get("Content-Type") ?? "application/x-www-form-urlencoded";
  return new Response(body, { headers: { "Content-Type": type } }).formData();
}

/** All that a request sends, counted as it comes: what it says of its own length is not believed. */
async function bytesOf(request: Request, limitBytes: number): Promise<Buffer> {
  if (!request.body) return Buffer.alloc(0);
  const chunks: Uint8Array[] = [];
  let bytes = 0;
  const late = AbortSignal.timeout(LONGEST_BODY_MS);
  try {
    for await (const chunk of chunksOf(request.body, late)) {
      bytes += chunk.length;
      if (bytes > limitBytes) throw new BodyTooLarge(limitBytes);
      chunks.push(chunk);
    }
  } catch (error) {
    if (error instanceof BodyTooLarge) throw error;
    throw new BodyBrokeOff();
  }
  return Buffer.concat(chunks);
}

async function* chunksOf(body: ReadableStream<Uint8Array>, late?: AbortSignal) {
  const reader = body.getReader();
  const tooLate =
    late &&
    new Promise<never>((_, reject) =>
      late.addEventListener("abort", () => reject(late.reason), { once: true }),
    );
  tooLate?.catch(() => {});
  try {
    for (;;) {
      const { done, value } = await (tooLate ? Promise.race([reader.read(), tooLate]) : reader.read());
      if (done) return;
      yield value;
    }
  } finally {
    reader.releaseLock();
  }
}

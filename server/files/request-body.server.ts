import { Readable } from "node:stream";

/**
 * What a request sends, as a Node stream. The web stream is only ever let go of, never cancelled: the framework's adapter
 * passes a cancellation's reason on to the socket as an error that nobody hears, and one upload broken off by its sender
 * would end the server.
 */
export function bodyOf(body: ReadableStream<Uint8Array>): Readable {
  return Readable.from(chunksOf(body), { objectMode: false });
}

async function* chunksOf(body: ReadableStream<Uint8Array>) {
  const reader = body.getReader();
  try {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      yield value;
    }
  } finally {
    reader.releaseLock();
  }
}

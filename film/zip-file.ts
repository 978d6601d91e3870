import { strToU8, Zip, ZipDeflate, ZipPassThrough } from "fflate";
import type { FileSink } from "./file-sink.ts";

/** A zip written as it is made. */
export interface ZipFile {
  /** Adds a file as it is: pictures are packed already. */
  store(name: string, bytes: Uint8Array): Promise<void>;
  /** Adds words, packed. */
  pack(name: string, text: string): Promise<void>;
  /** Ends it; answers how long it is. */
  end(): Promise<number>;
}

/** The same lesson gives the same bytes: no file in a zip says when it was made. */
const NO_TIME = new Date(1980, 0, 1);

export function zipInto(sink: FileSink): ZipFile {
  let at = 0;
  let waiting: Uint8Array[] = [];
  let failed: unknown = null;
  const zip = new Zip((error, bytes) => {
    if (error) failed = error;
    else waiting.push(bytes);
  });
  const drain = async () => {
    if (failed) throw failed;
    const ready = waiting;
    waiting = [];
    for (const bytes of ready) {
      await sink.write(bytes, at);
      at += bytes.length;
    }
  };
  const add = async (file: ZipPassThrough | ZipDeflate, bytes: Uint8Array) => {
    file.mtime = NO_TIME;
    zip.add(file);
    file.push(bytes, true);
    await drain();
  };
  return {
    store: (name, bytes) => add(new ZipPassThrough(name), bytes),
    pack: (name, text) => add(new ZipDeflate(name, { level: 6 }), strToU8(text)),
    end: async () => {
      zip.end();
      await drain();
      return at;
    },
  };
}

import { expose } from "comlink";
import type { Parsed } from "#core/ground/base";
import { type Captions, readCaptionBytes } from "#core/time/narration";

const api = {
  /** A caption file's cues; null where the file was moved, changed or taken away since it was chosen. Progress from 0 to 1. */
  async read(file: File, onProgress: (share: number) => void): Promise<Parsed<Captions> | null> {
    const bytes = await file.arrayBuffer().catch(() => null);
    if (bytes === null) return null;
    onProgress(0.1);
    return readCaptionBytes(
      new Uint8Array(bytes),
      (all, encoding) => new TextDecoder(encoding).decode(all),
      (share) => onProgress(0.1 + share * 0.9),
    );
  },
};
export type CaptionsApi = typeof api;

expose(api);

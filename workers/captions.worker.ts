import type { Parsed } from "#core/ground/base";
import { type Captions, readCaptionBytes } from "#core/time/narration";

/** A caption file in, its cues out, with how far the reading is. */
export type CaptionsRequest = File;
export type CaptionsAnswer =
  | { readonly kind: "progress"; readonly share: number }
  | { readonly kind: "read"; readonly read: Parsed<Captions> }
  /** The file was moved, changed or taken away since it was chosen. */
  | { readonly kind: "gone" };

self.onmessage = async ({ data: file }: MessageEvent<CaptionsRequest>) => {
  const tell = (share: number) => self.postMessage({ kind: "progress", share } satisfies CaptionsAnswer);
  // Left to itself, a failing wait in a worker is an error that the page never hears.
  const bytes = await file.arrayBuffer().catch(() => null);
  if (bytes === null) return self.postMessage({ kind: "gone" } satisfies CaptionsAnswer);
  tell(0.1);
  const read = readCaptionBytes(
    new Uint8Array(bytes),
    (all, encoding) => new TextDecoder(encoding).decode(all),
    (share) => tell(0.1 + share * 0.9),
  );
  self.postMessage({ kind: "read", read } satisfies CaptionsAnswer);
};

import type { Parsed } from "#core/base";
import { type Captions, readCaptions } from "#core/narration";

/** A caption file in, its cues out, with how far the reading is. */
export type CaptionsRequest = File;
export type CaptionsAnswer =
  | { readonly kind: "progress"; readonly share: number }
  | { readonly kind: "read"; readonly read: Parsed<Captions> };

self.onmessage = async ({ data: file }: MessageEvent<CaptionsRequest>) => {
  const tell = (share: number) => self.postMessage({ kind: "progress", share } satisfies CaptionsAnswer);
  const text = await file.text();
  tell(0.1);
  const read = readCaptions(text, (share) => tell(0.1 + share * 0.9));
  self.postMessage({ kind: "read", read } satisfies CaptionsAnswer);
};

import { useEffect, useState } from "react";
import { fileKeptHere, keepFileHere } from "../../lesson/class/keep-class-here.ts";

/** A recording read whole into this browser, so that a class needs no network: its address, and how far it has come. */
export function useKeptRecording(
  lessonId: string,
  file: string | null,
): {
  readonly address: string | undefined;
  readonly kept: number | null;
} {
  const [address, setAddress] = useState<string>();
  const [kept, setKept] = useState<number | null>(file === null ? null : 0);
  useEffect(() => {
    if (file === null) return;
    const stop = new AbortController();
    let made: string | undefined;
    const read = async () => {
      const response = await fileKeptHere(`/media/${file}`, stop.signal);
      const bytes = Number(response.headers.get("Content-Length"));
      if (!response.ok || !response.body) return setKept(null);
      const chunks: Uint8Array<ArrayBuffer>[] = [];
      let have = 0;
      const reader = response.body.getReader();
      for (let part = await reader.read(); !part.done; part = await reader.read()) {
        chunks.push(part.value);
        have += part.value.length;
        if (bytes > 0) setKept(Math.min(0.99, have / bytes));
      }
      const whole = new Blob(chunks, { type: response.headers.get("Content-Type") ?? "" });
      made = URL.createObjectURL(whole);
      setAddress(made);
      setKept(1);
      await keepFileHere(lessonId, `/media/${file}`, whole).catch(() => {});
    };
    // Without it the recording plays from the server, as long as that is there.
    read().catch(() => setKept(null));
    return () => {
      stop.abort();
      if (made) URL.revokeObjectURL(made);
    };
  }, [lessonId, file]);
  return { address, kept };
}

import type { Answered, Op } from "./save-line.ts";

/** An answer that takes longer was lost; sent again, an edit is not made twice. */
const LONGEST_MS = 60_000;

/** Sends an edit and says what became of it; never throws. */
export async function sendEdit(
  lessonId: string,
  base: number,
  { key, intent, changes }: Op,
): Promise<Answered> {
  const edit = intent === "changes" ? { intent, base, key, changes } : { intent, base, key };
  try {
    const response = await fetch(`/lessons/${lessonId}/save`, {
      method: "POST",
      headers: { "Content-Type": "application/json" },
      body: JSON.stringify(edit),
      signal: AbortSignal.timeout(LONGEST_MS),
    });
    if (response.headers.get("Content-Type")?.startsWith("application/json"))
      return (await response.json()) as Answered;
    const message = await response.text();
    if (response.status === 401)
      return { kind: "failed", reason: "signed-out", message: "The server asks for the passphrase again." };
    if (response.status === 413 || response.status === 415)
      return { kind: "failed", reason: "too-large", message };
    return { kind: "failed", reason: response.status === 503 ? "busy" : "failed", message };
  } catch {
    return { kind: "failed", reason: "unreachable", message: "The server does not answer." };
  }
}

import type { Finding } from "#core/ground/base";
import { type Captions, readCaptionBytes } from "#core/time/narration";
import { CliError, readBytes } from "./arguments.ts";

/** The captions in a file, and what was mended or skipped. Throws CliError where there are none. */
export function readCaptionsFile(path: string): Captions & { readonly findings: readonly Finding[] } {
  const read = readCaptionBytes(readBytes(path), (bytes, encoding) =>
    new TextDecoder(encoding).decode(bytes),
  );
  if (!read.ok) throw new CliError(`${path}: ${read.findings[0]?.message ?? "cannot be read"}`);
  return { ...read.value, findings: read.findings };
}

import type { Finding } from "#core/ground/base";
import type { HandOutOptions } from "./hand-out.ts";

/** What may stand on the command line beside files. */
export interface Options extends HandOutOptions {
  readonly json?: boolean | undefined;
  readonly svg?: boolean | undefined;
  readonly help?: boolean | undefined;
  readonly move?: string | undefined;
  readonly step?: string | undefined;
  readonly labels?: boolean | undefined;
  readonly at?: string | undefined;
  readonly csv?: boolean | undefined;
  readonly pupils?: string | undefined;
  readonly keep?: string | undefined;
  readonly format?: string | undefined;
  readonly rate?: string | undefined;
  readonly fps?: string | undefined;
  readonly size?: string | undefined;
  readonly clock?: string | undefined;
}

/** A command: the file it works on, its options, the files beside the first. Returns what it prints; throws CliError. */
export type Command = (path: string, options: Options, more: readonly string[]) => string | Promise<string>;

/** A finding as one line. */
export function sayFinding(f: Finding): string {
  return `${f.severity}: ${f.message}`;
}

/** What a program reads instead. */
export function asJson(value: unknown): string {
  return `${JSON.stringify(value, null, 2)}\n`;
}

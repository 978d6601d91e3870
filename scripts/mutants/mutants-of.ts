import { execFileSync } from "node:child_process";
import { readFileSync } from "node:fs";
import { commonTokens } from "@stryker-mutator/api/plugin";
import { createInstrumenter } from "@stryker-mutator/instrumenter";
import { createInjector } from "typed-inject";

interface Place {
  /** 1-based, as an editor counts. */
  readonly line: number;
  readonly column: number;
}

/** A small fault that can be put into a file: other text for a stretch of it. */
export interface Mutant {
  readonly file: string;
  /** Which of the usual kinds: "EqualityOperator". */
  readonly kind: string;
  readonly from: Place;
  readonly to: Place;
  readonly was: string;
  readonly instead: string;
  /** The line it begins in, without the space before it. */
  readonly code: string;
}

/** The files of a folder that hold program and are kept in the project. */
export function filesOf(folder: string): string[] {
  return execFileSync("git", ["ls-files", folder], { encoding: "utf8" })
    .split("\n")
    .filter((f) => /\.tsx?$/.test(f) && !/(?:^|\/)index\.ts$|\.d\.ts$/.test(f));
}

/** Every fault of StrykerJS's usual kinds in these files, in their order. */
export async function mutantsOf(files: readonly string[]): Promise<Mutant[]> {
  const quiet = new Proxy({}, { get: () => () => false }) as never;
  const instrumenter = createInjector()
    .provideValue(commonTokens.logger, quiet)
    .provideValue(commonTokens.getLogger, (() => quiet) as never)
    .provideValue(commonTokens.options, {} as never)
    .provideValue(commonTokens.fileDescriptions, {} as never)
    .injectFunction(createInstrumenter as never) as ReturnType<typeof createInstrumenter>;
  const out: Mutant[] = [];
  for (const file of files) {
    const text = readFileSync(file, "utf8");
    const lines = text.split("\n");
    const { mutants } = await instrumenter.instrument([{ name: file, mutate: true, content: text }], {
      plugins: null,
      excludedMutations: [],
      ignorers: [],
    });
    for (const { mutatorName, replacement, location } of mutants) {
      const [from, to] = [location.start, location.end].map((p) => ({
        line: p.line + 1,
        column: p.column + 1,
      }));
      if (!from || !to) continue;
      const rows = lines.slice(from.line - 1, to.line);
      const last = rows.length - 1;
      const was = rows.map((r, i) =>
        r.slice(i === 0 ? from.column - 1 : 0, i === last ? to.column - 1 : undefined),
      );
      out.push({
        file,
        kind: mutatorName,
        from,
        to,
        was: was.join("\n"),
        instead: replacement,
        code: (rows[0] ?? "").trim(),
      });
    }
  }
  return out;
}

/** A place as both sides of the run know it. */
export function nameOf({ file, from, to }: Pick<Mutant, "file" | "from" | "to">): string {
  return `${file}:${from.line}:${from.column}-${to.line}:${to.column}`;
}

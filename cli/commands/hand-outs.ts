import type { Command } from "../command.ts";
import { handOutToFile } from "../hand-out.ts";
import { compute } from "../lesson-file.ts";

/** The step cards. */
export const cards: Command = (path, { out }) => handOutToFile(compute(path).lesson, { what: "cards", out });

/** What a class works from. */
export const handOut: Command = (path, options) => handOutToFile(compute(path).lesson, options);

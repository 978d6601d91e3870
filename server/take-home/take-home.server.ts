import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import type { ComputedLesson } from "#core/document/pipeline";
import { sourceOf } from "#core/output/handout";
import { takeHomePage as pageOf } from "./page.ts";

const require = createRequire(import.meta.url);
const fontOf = (weight: 400 | 700) =>
  readFileSync(
    require.resolve(`@fontsource/alegreya-sans/files/alegreya-sans-latin-${weight}-normal.woff2`),
  ).toString("base64");

/** The take-home page of a lesson, its typeface inside; why there is none for a lesson without steps. */
export function takeHomePage(
  computed: ComputedLesson,
): { readonly ok: true; readonly html: string } | { readonly ok: false; readonly says: string } {
  if (computed.steps.length === 0)
    return { ok: false, says: "This lesson has no steps yet, so there is nothing to take home." };
  return { ok: true, html: pageOf(sourceOf(computed), { regular: fontOf(400), bold: fontOf(700) }) };
}

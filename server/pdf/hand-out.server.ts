import type { ComputedLesson } from "#core/document/pipeline";
import { type HandedOutPages, type HandOutWish, layHandOut } from "#core/output/handout";
import { BLACK_PALETTE, type Colour, PRINT_PALETTE } from "#core/showing/display";
import { measureText } from "./fonts.server.ts";
import { writePdf } from "./write-pdf.server.ts";

/** The colours a lesson's hand-outs are printed in. */
export function paletteOf({ lesson }: ComputedLesson): Readonly<Record<Colour, string>> {
  return lesson.handOut.colour === "black" ? BLACK_PALETTE : PRINT_PALETTE;
}

/** What is handed out as pages, laid out with the fonts it will be printed in. */
export function handOutPages(computed: ComputedLesson, wish: HandOutWish): HandedOutPages {
  return layHandOut(computed, wish, measureText);
}

/** The same as a PDF; why there is none, where there is none. */
export async function writeHandOut(
  computed: ComputedLesson,
  wish: HandOutWish,
  madeAt: Date,
): Promise<
  | {
      readonly ok: true;
      readonly pdf: Buffer;
      readonly pages: number;
      /** How many cards or pieces are on them. */
      readonly pieces: number;
      readonly notices: readonly string[];
    }
  | { readonly ok: false; readonly says: string }
> {
  const laid = handOutPages(computed, wish);
  if (!laid.ok) return laid;
  const pdf = await writePdf(laid.pages, { title: laid.title, madeAt, palette: paletteOf(computed) });
  return { ok: true, pdf, pages: laid.pages.length, pieces: laid.prints.length, notices: laid.notices };
}

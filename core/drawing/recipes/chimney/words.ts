import { CLOSE, type PhraseBook, TO_VP, when } from "../phrases.ts";

export const words: PhraseBook = {
  front: {
    title: "{it}: the near side",
    why: [
      when(["level", "upright"], "Its feet follow the roof; its top is level."),
      when([], "Its feet follow the roof's slope."),
    ],
    check: [when(["upright"], "Uprights run like the sheet's side edges.")],
    slip: [when(["upright"], "A chimney that stands square to the slope.")],
    slipKind: "leaning",
  },
  guides: TO_VP,
  close: CLOSE,
};

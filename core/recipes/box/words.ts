import { CLOSE, FRONT, type PhraseBook, SEE_THROUGH, TO_VP } from "../phrases.ts";

export const words: PhraseBook = {
  front: {
    ...FRONT,
    title: "{it}: the near corner",
    why: "No side lies flat on the paper here: everything starts from the corner nearest us.",
    check: "Measure both ways once more: every line hangs on this corner.",
  },
  guides: TO_VP,
  close: { ...CLOSE, slip: "Drawing the lid level, as if from straight ahead.", slipKind: "level-lid" },
  "see-through": SEE_THROUGH,
};

import {
  CLOSE,
  FRONT,
  OBSERVE,
  OBSERVE_RIGHT,
  type PhraseBook,
  SEE_THROUGH,
  TO_VP,
  when,
} from "../phrases.ts";

export const words: PhraseBook = {
  front: {
    ...FRONT,
    title: [
      when(["facing"], "{it}: the front"),
      when(["upright"], "{it}: the near upright"),
      when([], "{it}: the near corner"),
    ],
    why: [
      when(["facing"], "The front faces us, so it keeps its true shape."),
      when(["upright"], "The edge nearest us stands upright: all else hangs on it."),
      when([], "Everything starts from the corner nearest us."),
    ],
  },
  "observe-width": OBSERVE_RIGHT,
  "observe-depth": OBSERVE,
  guides: TO_VP,
  close: CLOSE,
  "see-through": SEE_THROUGH,
};

import { FRONT, type PhraseBook, SWEPT } from "../phrases.ts";

export const words: PhraseBook = { ...SWEPT, front: { ...FRONT, title: "{it}: its end" } };

import { FRONT, type PhraseBook, SWEPT } from "../phrases.ts";

export const words: PhraseBook = { ...SWEPT, front: { ...FRONT, title: "{it}: the wall and its arch" } };

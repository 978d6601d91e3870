import { type PhraseBook, SWEPT } from "../phrases.ts";

export const words: PhraseBook = SWEPT;

export { GLOSSARY, type GlossaryWord } from "./glossary.ts";
export { AT_THE_TABLE, OFTEN_HEARD_AS, THEMSELVES, TRADE, TRUE_BESIDE } from "./misheard.ts";
export { DRAWN_AS } from "./nouns.ts";
export { COUNTED, GLYPH_SIGNS, GLYPHS, ONES, PARTS, TENS } from "./numbers.ts";
export { SAID_AS } from "./said-as.ts";
export { sayShare } from "./shares.ts";
export { ABOUT, DRAWN, NAMED_BY, NAMES_AFTER, NOT_COUNTED, NOT_DRAWN } from "./things.ts";
export { LENGTHS, MM_PER, MM_PER_INCH, type SpokenUnit, TIMES, UNITS } from "./units.ts";
export { MATERIALS, VERBS } from "./verbs-and-kit.ts";

import { GLYPH_SIGNS, GLYPHS, ONES, PARTS, TENS } from "../../ground/lexicon/index.ts";

/** A number as it was spoken, over the words [start, end) of a list. */
export interface SpokenNumber {
  readonly value: number;
  readonly end: number;
  /** Written with digits, so that it is a number and never an article or pronoun. */
  readonly digits: boolean;
  /** A bare "a" or "an", which counts only before a unit. */
  readonly article: boolean;
  /** A fraction alone: "half", "three quarters", "1/2". */
  readonly fraction: boolean;
}

/** The number that begins at a word, the longest way of reading it; null when none does. */
export function numberAt(words: readonly string[], start: number): SpokenNumber | null {
  if (!mayBegin(words[start] ?? "")) return null;
  const whole = wholeAt(words, start);
  const part = partAt(words, start);
  if (!whole && !part) {
    const word = words[start];
    if (word === "a" || word === "an") {
      // "a couple" is two, "a dozen" twelve.
      if (words[start + 1] === "couple") return plain(2, start + 2 + (words[start + 2] === "of" ? 1 : 0));
      if (words[start + 1] === "dozen") return plain(12, start + 2);
      return { value: 1, end: start + 1, digits: false, article: true, fraction: false };
    }
    return null;
  }
  if (part && (!whole || part.end > whole.end)) {
    return { value: part.value, end: part.end, digits: part.digits, article: false, fraction: true };
  }
  if (!whole) return null;
  // "two and a half", "two and three quarters", "2 1/2", "two half" is none.
  const joined = words[whole.end] === "and" || words[whole.end] === "&" ? whole.end + 1 : whole.end;
  const rest = partAt(words, joined);
  const mixed = rest && rest.value < 1 && (joined > whole.end || rest.digits || !rest.bare);
  if (mixed && rest)
    return {
      value: whole.value + rest.value,
      end: rest.end,
      digits: whole.digits,
      article: false,
      fraction: false,
    };
  return { ...whole, article: false, fraction: false };
}

/** Most words of a narration begin no number: they are passed over without reading further. */
function mayBegin(word: string): boolean {
  return (
    ONES[word] !== undefined ||
    TENS[word] !== undefined ||
    word === "a" ||
    word === "an" ||
    word === "half" ||
    word === "quarter" ||
    word === "couple" ||
    (word >= "0" && word < ":") ||
    GLYPHS[word[0] ?? ""] !== undefined
  );
}

function plain(value: number, end: number): SpokenNumber {
  return { value, end, digits: false, article: false, fraction: false };
}

interface Whole {
  readonly value: number;
  readonly end: number;
  readonly digits: boolean;
}

const DIGITS = new RegExp(`^(\\d+(?:\\.\\d+)?)([${GLYPH_SIGNS}])?$`);

function wholeAt(words: readonly string[], start: number): Whole | null {
  const word = words[start] ?? "";
  const digits = DIGITS.exec(word);
  if (digits)
    return {
      value: Number(digits[1]) + (GLYPHS[digits[2] ?? ""] ?? 0),
      end: start + 1,
      digits: true,
    };
  const tens = TENS[word];
  if (tens !== undefined) {
    const one = ONES[words[start + 1] ?? ""];
    const value = one !== undefined && one > 0 && one < 10 ? tens + one : tens;
    return decimalAfter(words, { value, end: start + (value === tens ? 1 : 2), digits: false });
  }
  const hundreds = hundredsAt(words, start);
  if (hundreds) return hundreds;
  const one = ONES[word];
  if (one === undefined) return word === "couple" ? { value: 2, end: start + 1, digits: false } : null;
  return decimalAfter(words, { value: one, end: start + 1, digits: false });
}

/** "a hundred", "two hundred and ten", "one hundred sixty five". */
function hundredsAt(words: readonly string[], start: number): Whole | null {
  const word = words[start] ?? "";
  if (words[start + 1] !== "hundred") return null;
  const hundreds = word === "a" ? 1 : ONES[word];
  if (hundreds === undefined || hundreds < 1 || hundreds > 9) return null;
  const value = hundreds * 100;
  const joined = words[start + 2] === "and" ? start + 3 : start + 2;
  const [tens, one] = [TENS[words[joined] ?? ""], ONES[words[joined] ?? ""]];
  if (tens !== undefined) {
    const ones = ONES[words[joined + 1] ?? ""];
    const more = ones !== undefined && ones > 0 && ones < 10;
    return decimalAfter(words, {
      value: value + tens + (more ? ones : 0),
      end: joined + (more ? 2 : 1),
      digits: false,
    });
  }
  if (one !== undefined && one > 0)
    return decimalAfter(words, { value: value + one, end: joined + 1, digits: false });
  return { value, end: start + 2, digits: false };
}

/** "two point five" is 2.5; "two point perspective" is not. */
function decimalAfter(words: readonly string[], whole: Whole): Whole {
  if (words[whole.end] !== "point") return whole;
  const said = words[whole.end + 1] ?? "";
  const digit = ONES[said] ?? (/^\d$/.test(said) ? Number(said) : undefined);
  if (digit === undefined || digit > 9) return whole;
  return { value: whole.value + digit / 10, end: whole.end + 2, digits: whole.digits };
}

/** "half", "a half", "one third", "three quarters", "3/4", "¾". `bare`: without a number or article before it. */
function partAt(
  words: readonly string[],
  start: number,
): { value: number; end: number; digits: boolean; bare: boolean } | null {
  const word = words[start] ?? "";
  const glyph = GLYPHS[word];
  if (glyph !== undefined) return { value: glyph, end: start + 1, digits: true, bare: false };
  const written = /^(\d+)[/⁄](\d+)$/.exec(word);
  if (written && Number(written[2]) > 0)
    return { value: Number(written[1]) / Number(written[2]), end: start + 1, digits: true, bare: false };
  const count =
    word === "a" || word === "an" ? 1 : (ONES[word] ?? (/^\d+$/.test(word) ? Number(word) : null));
  const after = PARTS[words[start + 1] ?? ""];
  if (count !== null && count > 0 && after !== undefined) {
    // "one third" is a part, "the second third" is none; "two quarter" is a slip for quarters.
    return { value: count / after, end: start + 2, digits: false, bare: false };
  }
  if (word !== "half" && word !== "quarter") return null;
  return { value: word === "half" ? 1 / 2 : 1 / 4, end: start + 1, digits: false, bare: true };
}

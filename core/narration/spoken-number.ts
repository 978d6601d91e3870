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

const ONES: Readonly<Record<string, number>> = {
  zero: 0,
  one: 1,
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
  nine: 9,
  ten: 10,
  eleven: 11,
  twelve: 12,
  thirteen: 13,
  fourteen: 14,
  fifteen: 15,
  sixteen: 16,
  seventeen: 17,
  eighteen: 18,
  nineteen: 19,
};
const TENS: Readonly<Record<string, number>> = {
  twenty: 20,
  thirty: 30,
  forty: 40,
  fourty: 40,
  fifty: 50,
  sixty: 60,
  seventy: 70,
  eighty: 80,
  ninety: 90,
};
const PARTS: Readonly<Record<string, number>> = {
  half: 2,
  halves: 2,
  third: 3,
  thirds: 3,
  quarter: 4,
  quarters: 4,
  fourth: 4,
  fourths: 4,
  fifth: 5,
  fifths: 5,
  sixth: 6,
  sixths: 6,
  eighth: 8,
  eighths: 8,
  tenth: 10,
  tenths: 10,
  sixteenth: 16,
  sixteenths: 16,
};
const GLYPHS: Readonly<Record<string, number>> = {
  "½": 1 / 2,
  "¼": 1 / 4,
  "¾": 3 / 4,
  "⅓": 1 / 3,
  "⅔": 2 / 3,
  "⅛": 1 / 8,
  "⅜": 3 / 8,
  "⅝": 5 / 8,
  "⅞": 7 / 8,
  "⅕": 1 / 5,
  "⅖": 2 / 5,
  "⅗": 3 / 5,
  "⅘": 4 / 5,
  "⅙": 1 / 6,
  "⅚": 5 / 6,
};

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

function wholeAt(words: readonly string[], start: number): Whole | null {
  const word = words[start] ?? "";
  const digits = /^(\d+(?:\.\d+)?)([½¼¾⅓⅔⅛⅜⅝⅞])?$/.exec(word);
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
  const one = ONES[word];
  if (one === undefined) return word === "couple" ? { value: 2, end: start + 1, digits: false } : null;
  if (words[start + 1] === "hundred") return { value: one * 100, end: start + 2, digits: false };
  return decimalAfter(words, { value: one, end: start + 1, digits: false });
}

/** "two point five" is 2.5; "two point perspective" is not. */
function decimalAfter(words: readonly string[], whole: Whole): Whole {
  if (words[whole.end] !== "point") return whole;
  const digit = ONES[words[whole.end + 1] ?? ""];
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

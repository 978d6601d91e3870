import { AT_THE_TABLE, OFTEN_HEARD_AS, THEMSELVES, TRADE, TRUE_BESIDE } from "../../ground/lexicon/index.ts";
import { type Heard, heard } from "./heard.ts";
import type { Sentence } from "./stream.ts";

const OFTEN_BEGINS: ReadonlySet<string> = new Set(
  Object.keys(OFTEN_HEARD_AS).map((said) => said.split(" ")[0] ?? ""),
);

interface Misheard {
  readonly n: number;
  readonly word: string;
  readonly sure: number;
  /** Told by its sound alone, and not by being misheard often. */
  readonly bySound: boolean;
}

/** Words so long can be told by their spelling. */
const LEAST_LETTERS = 7;

/** Words that are likely a word of the trade misheard, each with the word meant. The captions themselves stay as they are. */
export function misheardIn(sentence: Sentence): Heard[] {
  const words = sentence.tokens.map((t) => t.plain.replace(/,$/, ""));
  const found: Heard[] = [];
  for (let i = 0; i < words.length; ) {
    const hit = misheardAt(words, i);
    if (hit && fitsHere(sentence.plain, words.slice(i, i + hit.n).join(" "), hit)) {
      found.push(heard("misheard", sentence.tokens.slice(i, i + hit.n), hit.sure, { name: hit.word }));
      i += hit.n;
    } else i++;
  }
  return found;
}

/**
 * Whether the trade is spoken of around it, and the word that was heard makes no sense of its own there: "from this vantage
 * point" is what it says.
 */
function fitsHere(plain: string, said: string, { bySound }: { readonly bySound: boolean }): boolean {
  if (TRUE_BESIDE.some(([word, beside]) => word.test(said) && beside.test(plain))) return false;
  return !bySound || AT_THE_TABLE.test(plain.replace(said, " "));
}

/** What is known to be misheard goes first, the longest; then the sound of one word, then of two. */
function misheardAt(words: readonly string[], at: number): Misheard | null {
  const said = (n: number) => (at + n <= words.length ? words.slice(at, at + n).join(" ") : null);
  const ways = OFTEN_BEGINS.has(words[at] ?? "")
    ? ([
        [3, oftenMeant],
        [2, oftenMeant],
        [1, oftenMeant],
        [1, meantBySound],
        [2, meantBySound],
      ] as const)
    : ([
        [1, meantBySound],
        [2, meantBySound],
      ] as const);
  for (const [n, by] of ways) {
    const spoken = said(n);
    const meant = spoken === null ? null : by(spoken);
    if (meant) return { n, ...meant, bySound: by === meantBySound };
  }
  return null;
}

function oftenMeant(said: string): { word: string; sure: number } | null {
  const word = OFTEN_HEARD_AS[said];
  return word ? { word, sure: 0.85 } : null;
}

function meantBySound(said: string): { word: string; sure: number } | null {
  // With the space between two words.
  if (said.length < LEAST_LETTERS) return null;
  const parts = said.split(" ");
  // Two words are one misheard only where neither is a word of the trade by itself.
  if (parts.length > 1 && parts.some((w) => w.length < 3 || (TRADE as readonly string[]).includes(w)))
    return null;
  if (THEMSELVES.has(said) || (TRADE as readonly string[]).includes(said)) return null;
  const letters = said.replaceAll(" ", "");
  if (letters.length < LEAST_LETTERS || /\d/.test(said)) return null;
  for (const word of BY_SOUND.get(soundOf(letters)) ?? []) {
    const meant = word.replaceAll(" ", "");
    if (Math.abs(meant.length - letters.length) > 2 || meant === letters) continue;
    const off = editDistance(letters, meant);
    // A third word's letters may not make up for sounding otherwise.
    if (off <= 2 && off / meant.length <= 0.25) return { word, sure: 0.7 };
  }
  return null;
}

/** Letters that sound alike as one, vowels and doubles left out: after Soundex (R. Russell, 1918, from memory). */
function soundOf(word: string): string {
  let sound = "";
  for (let i = 0; i < word.length; i++) {
    const letter = word[i] ?? "";
    const next = letter === "p" && word[i + 1] === "h" ? "f" : (ALIKE[letter] ?? letter);
    if (next !== "" && !sound.endsWith(next)) sound += next;
  }
  return sound;
}
/** What a letter sounds like; vowels, and letters that are hardly heard, like nothing. */
const ALIKE: Readonly<Record<string, string>> = {
  ...Object.fromEntries([..."bv"].map((c) => [c, "f"])),
  ...Object.fromEntries([..."ckqgx"].map((c) => [c, "k"])),
  ...Object.fromEntries([..."sz"].map((c) => [c, "s"])),
  ...Object.fromEntries([..."dt"].map((c) => [c, "t"])),
  ...Object.fromEntries([..."mn"].map((c) => [c, "n"])),
  ...Object.fromEntries([..."aeiouyhw"].map((c) => [c, ""])),
};

/** Changes of a letter that lead from one word to the other, swaps of neighbours among them (Damerau 1964, from memory). */
function editDistance(a: string, b: string): number {
  const rows: number[][] = [Array.from({ length: b.length + 1 }, (_, j) => j)];
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const up = (rows[i - 1]?.[j] ?? 0) + 1;
      const left = (row[j - 1] ?? 0) + 1;
      const over = (rows[i - 1]?.[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1);
      const swapped =
        i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]
          ? (rows[i - 2]?.[j - 2] ?? 0) + 1
          : Number.POSITIVE_INFINITY;
      row.push(Math.min(up, left, over, swapped));
    }
    rows.push(row);
  }
  return rows[a.length]?.[b.length] ?? 0;
}

/** The words of the trade by how they sound. */
const BY_SOUND: ReadonlyMap<string, readonly string[]> = TRADE.reduce((table, word) => {
  const sound = soundOf(word.replaceAll(" ", ""));
  return table.set(sound, [...(table.get(sound) ?? []), word]);
}, new Map<string, string[]>());

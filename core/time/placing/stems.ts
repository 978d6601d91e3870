/** Words that say nothing about a step. */
const EMPTY: ReadonlySet<string> = new Set(
  "a an and the of to in on at for from with it its is are be this that these those you your we our i my me so now then okay ok just really very gonna going go get do does did up down out over here there one as if but not no all can will would could should have has had like know right little bit let's them they he she or by into what when where how about some more each want yours mine good guys thing things way yeah um uh well see look make take it's that's i'm you're we're i've don't much many because too only than two three four".split(
    " ",
  ),
);

/** Words of one meaning in this trade: common practice, no published source. */
const SYNONYMS: Readonly<Record<string, string>> = {
  vp: "point",
  vanish: "point",
  dot: "point",
  vertic: "upright",
  horizont: "level",
  rub: "erase",
  eras: "erase",
  clean: "erase",
  connect: "join",
  rule: "draw",
  sketch: "draw",
  curb: "kerb",
  sidewalk: "pavement",
  eyelevel: "horizon",
  crate: "box",
  cube: "box",
  gable: "roof",
  diagon: "cross",
  tail: "guide",
  guidelin: "guide",
  far: "back",
  farth: "back",
  behind: "back",
  color: "colour",
  cent: "middle",
  centr: "middle",
  half: "middle",
  halfway: "middle",
  poplar: "tree",
  post: "pole",
};

/** The stem of a word: plain endings off, words of one meaning made one (after M. Porter, 1980, simplified, from memory). */
export function stemOf(word: string): string {
  const bare = word.toLowerCase().replace(/[^a-z0-9½¼¾/]/g, "");
  if (bare.length <= 3) return SYNONYMS[bare] ?? bare;
  const stem = bare
    .replace(/(?:ings?|edly|ed|ers?|ly|ies|es|s)$/, (end) => (bare.length - end.length >= 3 ? "" : end))
    .replace(/(.)\1$/, "$1")
    .replace(/e$/, "");
  return SYNONYMS[stem] ?? SYNONYMS[bare] ?? stem;
}

/** Whether a word says nothing about any step. */
export function saysNothing(word: string): boolean {
  return EMPTY.has(word.toLowerCase());
}

/** The stems of words that say something, each once. */
export function contentStems(text: string, stem: (word: string) => string = stemOf): string[] {
  const words = text.toLowerCase().split(/[\s:,.;!?"“”()]+/);
  const stems = words.filter((w) => w !== "" && !saysNothing(w) && !/^\d/.test(w)).map(stem);
  return [...new Set(stems)].filter((s) => s.length > 1);
}

import { expect, test } from "vitest";
import { thingsTold } from "#core/document/proposals";
import { GLYPHS, MM_PER, OFTEN_HEARD_AS, sayShare, THEMSELVES, TRADE, UNITS } from "#core/ground/lexicon";
import { type Heard, tokensOf, understand } from "#core/time/narration";

const cueOf = (text: string) => [{ id: "c1", startMs: 0, endMs: 6000, text }];
const say = (text: string): Heard[] => understand(cueOf(text));
const named = (text: string, kind: Heard["kind"]) =>
  say(text).flatMap((h) => (h.kind === kind && h.name ? [h.name] : []));
const amounts = (text: string) =>
  say(text).flatMap((h) => (h.amount ? [[h.amount.value, h.amount.unit] as const] : []));

test("fractions that are one sign are worth what the Unicode standard takes them apart into", () => {
  for (const [sign, value] of Object.entries(GLYPHS)) {
    const [over, under] = sign.normalize("NFKD").split("\u2044").map(Number);
    expect(value, sign).toBeCloseTo((over ?? 0) / (under ?? 1), 12);
    expect(amounts(`Measure 2${sign} inches.`), sign).toEqual([[2 + value, "in"]]);
  }
  expect(Object.keys(GLYPHS).join("")).toBe("½¼¾⅓⅔⅛⅜⅝⅞⅕⅖⅗⅘⅙⅚");
});

test("every whole number to ninety-nine is understood as English counts", () => {
  const ones =
    "zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen";
  const teens = "sixteen seventeen eighteen nineteen";
  const words = `${ones} ${teens}`.split(" ");
  const tens = "twenty thirty forty fifty sixty seventy eighty ninety".split(" ");
  for (let n = 2; n < 100; n++) {
    const said = n < 20 ? words[n] : `${tens[Math.floor(n / 10) - 2]}${n % 10 ? ` ${words[n % 10]}` : ""}`;
    expect(amounts(`Measure ${said} millimeters.`), said).toEqual([[n, "mm"]]);
  }
  expect(amounts("Measure fourty millimetres.")).toEqual([[40, "mm"]]);
});

test("parts of an inch are understood as English names them", () => {
  const parts = { half: 2, third: 3, quarter: 4, fourth: 4, fifth: 5, sixth: 6, eighth: 8, tenth: 10 };
  for (const [part, of] of Object.entries({ ...parts, sixteenth: 16 })) {
    const [amount] = amounts(`Measure two and one ${part} inches.`);
    expect(amount?.[0], part).toBeCloseTo(2 + 1 / of, 9);
    if (of === 2) continue;
    expect(amounts(`Measure two and two ${part}s inches.`)[0]?.[0], part).toBeCloseTo(2 + 2 / of, 9);
  }
});

// NIST Special Publication 811, appendix B.8 (from memory): an inch is 2.54 cm and a foot 0.3048 m, exactly.
test("units are as long as the standard says, by every name they go by", () => {
  for (const [unit, mm] of Object.entries({ in: 25.4, ft: 304.8, cm: 10, mm: 1, m: 1000 }))
    expect(MM_PER[unit], unit).toBeCloseTo(mm, 9);
  const names = {
    in: ["inch", "inches", '"', "″", "''"],
    cm: ["cm", "cms", "centimeter", "centimeters", "centimetre", "centimetres"],
    mm: ["mm", "mil", "millimeter", "millimeters", "millimetre", "millimetres"],
    ft: ["foot", "feet", "ft"],
    m: ["meter", "meters", "metre", "metres"],
    s: ["second", "seconds", "sec", "secs"],
    min: ["minute", "minutes", "min", "mins"],
    h: ["hour", "hours"],
    day: ["day", "days"],
  };
  expect(UNITS).toEqual(
    Object.fromEntries(Object.entries(names).flatMap(([unit, said]) => said.map((name) => [name, unit]))),
  );
});

test.each([
  ["Make it 2 in wide.", [[2, "in"]]],
  ["Make it two and a half in from the edge.", [[2.5, "in"]]],
  ["Make it 2-1/2 inches wide.", [[2.5, "in"]]],
  ["Make it 2½-3½ inches wide.", [[[2.5, 3.5], "in"]]],
  ["Draw number 2 in the corner.", []],
  ["Put 2 in there.", []],
] as const)("%s is a length only where a length is meant", (text, lengths) => {
  expect(amounts(text).filter(([, unit]) => unit === "in")).toEqual(lengths);
});

// What a class does and holds, in the words of lessons; common practice, no published source.
test.each([
  ["draw", "Draw it. She draws it. I am drawing it. He drew it. It is drawn. Sketch it. Rule it."],
  [
    "connect",
    "Connect them. It connects them. I am connecting them. We connected them. Join them. It joins. Joining.",
  ],
  [
    "erase",
    "Erase it. She erases it. Erasing now. We erased it. Rub out the tail. I am rubbing out the tail.",
  ],
  ["trace", "Trace it. It traces it. Tracing it. We traced it. Go over it. Outline it."],
  ["mark", "Mark it. It marks it. Marking it. We marked it. Tick it."],
  ["measure", "Measure it. It measures it. Measuring it. We measured it."],
  ["extend", "Extend it. It extends. Extending it. Continue the line. Carry on the line."],
  ["fold", "Fold it. It folds. Folding it. We folded it."],
  ["cut", "Cut it. It cuts. Cutting it."],
  ["close", "Close it. Close the box. Close off. Close up. Close this. Close that. Closing it."],
  [
    "colour",
    "Color it. Colour it. Coloring it. Colouring it. Shade it. Shading it. We shaded it. Paint it. Painting it. Fill in the wall.",
  ],
  ["ink", "Ink it. Inking it. Go over it with a pen. Go over them in your marker."],
])("to %s is heard in all its forms", (verb, sentences) => {
  for (const sentence of sentences.split(/(?<=\.) /))
    expect(named(sentence, "verb"), sentence).toContain(verb);
});

test.each([
  ["pencil", "a pencil, two pencils, a drawing pencil, a pencil sharpener, a 2B, an HB, a 4B, a 6B"],
  ["eraser", "an eraser, erasers, a kneaded eraser, a white eraser, a pink eraser, a rubber"],
  ["ruler", "a ruler, rulers, a metal ruler, a straight edge, a straightedge, a T square"],
  [
    "sheet",
    "a sheet of paper, two pieces of white paper, drawing paper, printer paper, copy paper, a sketchbook, white paper, cardstock, card stock",
  ],
  ["scissors", "scissors"],
  ["knife", "a craft knife, a hobby knife, a cutter, a box cutter, a blade"],
  ["glue", "glue, a glue stick, paste"],
  ["tape", "tape, masking tape, painter's tape, washi tape"],
  [
    "pen",
    "a fineliner, a fine liner, a waterproof pen, a black pen, an ink pen, a pen, pens, a felt tip, felt tips",
  ],
  ["marker", "a marker, markers, a permanent marker, a black marker"],
  ["crayon", "a crayon, crayons, an oil pastel, wax crayons"],
  ["paint", "watercolors, a watercolour, a paintbrush, paint brushes, paints, a water pot"],
  ["coloured pencil", "colored pencils, a coloured pencil, coloring pencils, a colouring pencil"],
])("a %s is known by its names", (thing, names) => {
  for (const name of names.split(", "))
    expect(named(`You will need ${name}.`, "material"), name).toContain(thing);
});

test("what is often misheard is a word of the trade, and offered where it is heard", () => {
  const trade: readonly string[] = TRADE;
  for (const [said, meant] of Object.entries(OFTEN_HEARD_AS)) {
    expect(named(`This is ${said} here.`, "misheard"), said).toContain(meant);
    expect(
      meant.split(" ").some((w) => trade.includes(w)),
      meant,
    ).toBe(true);
  }
});

test("a word of the trade with a letter doubled is offered as it is written; written rightly nothing is", () => {
  for (const word of TRADE) {
    expect(named(`We look at the ${word} of this line here.`, "misheard"), word).toEqual([]);
    if (word.length < 8) continue;
    const at = [...word].findIndex((letter, i) => i > 0 && !"aeiouyhw".includes(letter));
    const slip = word.slice(0, at) + word[at] + word.slice(at);
    expect(named(`We look at the ${slip} of this line here.`, "misheard"), slip).toContain(word);
  }
  for (const word of THEMSELVES) expect(named(`We see ${word} here.`, "misheard"), word).toEqual([]);
});

test.each([
  ["house", "house kiosk shed boathouse barn cabin cottage hut"],
  ["openings", "window windows shutter shutters"],
  ["door", "door doorway doors"],
  ["stairs", "stairs staircase"],
  ["row", "posts poles lampposts bollards fence"],
  ["trees", "trees"],
  ["road", "road street path towpath sidewalk"],
  ["floor", "floor tiles planks deck"],
  ["lettering", "letters"],
  ["archway", "archway arch"],
  ["table", "table"],
  ["shelf", "shelf shelves"],
  ["hills", "hills skyline"],
  ["box", "box crate cube bench block planter building warehouse tower kerb curb square"],
])("%s is drawn for what lessons call so", (construction, nouns) => {
  for (const noun of nouns.split(" ")) {
    const text = `First draw the ${noun}, three inches wide.`;
    const told = thingsTold(tokensOf(cueOf(text)), understand(cueOf(text)));
    expect(told.map((t) => [t.construction, t.label])).toEqual([[construction, noun]]);
  }
});

test("a share is called by the nearest a class can judge by eye, and about so when it is not that", () => {
  const called = {
    "a tenth": 1 / 10,
    "an eighth": 1 / 8,
    "a sixth": 1 / 6,
    "a fifth": 1 / 5,
    "a quarter": 1 / 4,
    "a third": 1 / 3,
    "two fifths": 2 / 5,
    half: 1 / 2,
    "three fifths": 3 / 5,
    "two thirds": 2 / 3,
    "three quarters": 3 / 4,
    "four fifths": 4 / 5,
    "nine tenths": 9 / 10,
  };
  for (const [said, share] of Object.entries(called)) {
    expect(sayShare(share)).toBe(said);
    expect(sayShare(share + 0.003)).toBe(said);
    expect(sayShare(share - 0.006)).toBe(`about ${said}`);
  }
});

/** A word of the trade as it is explained to a class. */
export interface GlossaryWord {
  readonly word: string;
  readonly means: string;
  /** Finds it in what a lesson says. */
  readonly said: RegExp;
}

/** Words that a lesson's sentences, titles, reasons and checks may use, in the order they are usually met. */
export const GLOSSARY: readonly GlossaryWord[] = [
  {
    word: "horizon",
    means: "The level line at the height of your eyes. What is higher than your eyes stands above it.",
    said: /\bhorizon\b/i,
  },
  {
    word: "vanishing point",
    means: "The dot in which lines that run away from us seem to meet.",
    said: /\bvanishing points?\b/i,
  },
  { word: "level", means: "Straight across, like the sheet's lower edge.", said: /\blevel\b/i },
  { word: "upright", means: "Straight up and down, like the sheet's side.", said: /\buprights?\b/i },
  {
    word: "guide",
    means: "A light line that only helps. It is rubbed out later.",
    said: /\bguides?\b/i,
  },
  {
    word: "lightly",
    means: "With so little pressure that the line can be rubbed out without a trace.",
    said: /\blight(?:ly)?\b/i,
  },
  {
    word: "firmly",
    means: "Dark enough to stay: the line belongs to the thing itself.",
    said: /\bfirm(?:ly)?\b/i,
  },
  {
    word: "diagonal",
    means: "A line from one corner of a four-sided shape to the opposite corner.",
    said: /\bdiagonals?\b/i,
  },
  { word: "crossing", means: "The very spot where two lines meet and go on.", said: /\bcross(?:ing|es)?\b/i },
  { word: "tick", means: "A short mark across a line that shows a length.", said: /\bticks?\b/i },
  {
    word: "tail",
    means: "The part of a guide that is left over when a thing is finished.",
    said: /\btails?\b/i,
  },
  { word: "ridge", means: "The top edge along a roof.", said: /\bridge\b/i },
  { word: "peak", means: "The highest point of a roof's end.", said: /\bpeaks?\b/i },
  { word: "gable", means: "The three-cornered end wall under a roof.", said: /\bgables?\b/i },
  { word: "eaves", means: "The lower edge of a roof.", said: /\beaves?\b/i },
  { word: "arch", means: "A curve over two uprights.", said: /\barch(?:es)?\b/i },
  { word: "crown", means: "The highest point of an arch, or the leaves of a tree.", said: /\bcrowns?\b/i },
  { word: "kerb", means: "The low step between street and pavement.", said: /\bkerbs?\b/i },
  { word: "pavement", means: "The path for walkers beside a street.", said: /\bpavements?\b/i },
  { word: "tile", means: "One piece of a pattern; also a card to trace round.", said: /\btiles?\b/i },
  { word: "lid", means: "The top face of a box.", said: /\blids?\b/i },
  {
    word: "reflection",
    means: "What the water shows: as far down as the thing goes up.",
    said: /\bmirror(?:ed|s)?\b|\breflections?\b/i,
  },
  { word: "shadow", means: "Where a thing keeps the light away.", said: /\bshadows?\b/i },
  { word: "wash", means: "Thin paint with much water, laid on in one go.", said: /\bwash\b/i },
];

/** Units a teacher gives amounts in; `finger` is a finger's width. */
export type SpokenUnit = "in" | "cm" | "mm" | "ft" | "m" | "finger" | "s" | "min" | "h" | "day";

/** Words and signs for units. */
export const UNITS: Readonly<Record<string, SpokenUnit>> = {
  inch: "in",
  inches: "in",
  '"': "in",
  "″": "in",
  "''": "in",
  cm: "cm",
  cms: "cm",
  centimeter: "cm",
  centimeters: "cm",
  centimetre: "cm",
  centimetres: "cm",
  mm: "mm",
  mil: "mm",
  millimeter: "mm",
  millimeters: "mm",
  millimetre: "mm",
  millimetres: "mm",
  foot: "ft",
  feet: "ft",
  ft: "ft",
  meter: "m",
  meters: "m",
  metre: "m",
  metres: "m",
  second: "s",
  seconds: "s",
  sec: "s",
  secs: "s",
  minute: "min",
  minutes: "min",
  min: "min",
  mins: "min",
  hour: "h",
  hours: "h",
  day: "day",
  days: "day",
};

/** The units of lengths. */
export const LENGTHS: ReadonlySet<string> = new Set(["in", "cm", "mm", "ft", "m", "finger"]);
/** The units of times. */
export const TIMES: ReadonlySet<string> = new Set(["s", "min", "h", "day"]);

/** International inch, exactly 25.4 mm since 1959. */
export const MM_PER_INCH = 25.4;

/** Millimetres in a unit of length that has a true size; a finger has none. */
export const MM_PER: Readonly<Partial<Record<string, number>>> = {
  in: MM_PER_INCH,
  cm: 10,
  mm: 1,
  ft: 12 * MM_PER_INCH,
  m: 1000,
};

const SIDE: Readonly<Record<string, "across" | "up" | "deep">> = {
  left: "across",
  right: "across",
  middle: "across",
  top: "up",
  bottom: "up",
  front: "deep",
  back: "deep",
};
const SAID: Readonly<Record<string, string>> = { top: "upper", bottom: "lower" };

/** What a teacher calls a point: "front-left-top" is the "upper left front corner"; other names are read out. */
export function callPoint(name: string): string {
  const words = name.slice(name.lastIndexOf("/") + 1).split("-");
  const parts = { across: "", up: "", deep: "" };
  for (const word of words) {
    const side = SIDE[word];
    if (!side || parts[side] !== "") return readOut(words);
    parts[side] = SAID[word] ?? word;
  }
  const said = [parts.up, parts.across, parts.deep].filter(Boolean);
  return said.length >= 2 ? `${said.join(" ")} corner` : readOut(words);
}

/** What a teacher calls a line that its recipe gives no words for: "front-top" is the "front top"; a name made of numbers is no name. */
export function callLine(name: string): string {
  const words = name.split("-");
  return isName(words) ? words.join(" ") : "line";
}

/** A few words, and a number at most at their end: anything longer is an address that only the program follows. */
function isName(words: readonly string[]): boolean {
  return words.length <= 3 && words.slice(0, -1).every((w) => !/[\d~]/.test(w));
}

/** Other names read as they are; the near end of a swept shape goes without saying, the other is the far one. */
function readOut(words: readonly string[]): string {
  if (!isName(words)) return "point";
  const [end, ...rest] = words;
  if (rest.length === 0) return words.join(" ");
  if (end === "front") return rest.join(" ");
  return end === "back" ? `far ${rest.join(" ")}` : words.join(" ");
}

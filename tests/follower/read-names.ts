// Places and lines as the words call them, read by who knows nothing of the data.

/** What a line may be called. */
export const LINE =
  "(?:line [A-Z]\\d*[A-Z]\\d*|the line from [^,.]+? (?:to|away from) [^,.]+?|the (?:(?:left|right|slanting|level) )?(?:guide|line|upright) from (?:[A-Z]\\d*|the \\w+ \\w+ corner)|the (?:upper|lower) (?:left|right) guide|the horizon|the (?:left|right|top|bottom) edge|the (?:upright|level) crease)";

export function readLine(text: string): string {
  const t = text.trim().replace(/^the /, "");
  const ends = /^line ([A-Z]\d*)([A-Z]\d*)$/.exec(t);
  if (ends) return `line ${ends[1]}-${ends[2]}`;
  const corner = /^((?:upper|lower) (?:left|right)) guide$/.exec(t);
  if (corner) return `guide ${corner[1]} corner`;
  const between = /^line from (.+?) to (.+)$/.exec(t);
  if (between) {
    const [a, b] = [between[1] ?? "", between[2] ?? ""].map((n) => n.replace(/^the /, ""));
    return /corner$/.test(a ?? "") ? `line ${a}-${b}` : `line ${a} to ${b}`;
  }
  const sort = /^((?:left |right |slanting |level )?(?:guide|line|upright)) from (?:the )?(.+)$/.exec(t);
  if (sort) return `${sort[1]} ${sort[2]}`;
  const crease = /^(upright|level) crease$/.exec(t);
  return crease ? `crease ${crease[1]}` : t;
}

/** Some lines: "the right guides C and E", "the lines from F1 to F6", "line AB and the upright from C". */
export function readLines(text: string): string[] {
  const sort =
    /^the ((?:left |right |level )?(?:guide|upright|line))s (?:from )?((?:[A-Z]\d*(?:, | and | to )?)+)$/.exec(
      text,
    );
  if (sort) return readNames(sort[2] ?? "").map((name) => `${sort[1]} ${name}`);
  const two = new RegExp(`^(${LINE}) and (${LINE})$`).exec(text);
  return two ? [readLine(two[1] ?? ""), readLine(two[2] ?? "")] : [readLine(text)];
}

/** "A, B1 to B4 and the lower left corner" as names. */
export function readNames(text: string): string[] {
  return text.split(/, | and /).flatMap((part) => {
    const set = /^([A-Z])(\d+) to \1(\d+)$/.exec(part);
    if (!set) return [part.replace(/^the /, "")];
    const [from, to] = [Number(set[2]), Number(set[3])];
    return Array.from({ length: to - from + 1 }, (_, i) => `${set[1]}${from + i}`);
  });
}

/** "ABC" as stretches from letter to letter. */
export function readRow(row: string): [string, string][] {
  const all = / to /.test(row)
    ? row.split(" to ").map((n) => n.replace(/^the /, ""))
    : (row.match(/[A-Z]\d*/g) ?? []);
  return all.slice(1).map((b, i) => [all[i] ?? "", b]);
}

import { applyChanges } from "#core/document/changes";
import { parseLessonText, serialiseLesson } from "#core/document/lesson";
import { computeLesson } from "#core/document/pipeline";
import type { Change, Json } from "#core/ground/base";
import { seeded } from "#core/ground/base";
import { readCaptions } from "#core/time/narration";
import { changeAt } from "../change-at.ts";
import { DEMO } from "./client.ts";
import { figure, part } from "./report.ts";

/** Captions, lesson files and changes made from good ones by slips and malice: each is read or refused, none stops the core. */
export function values(count: number, seed: number): void {
  part(`Values: ${count} of each kind (seed ${seed})`);
  const chance = seeded(seed);
  const pick = <T>(from: readonly T[]): T => from[Math.floor(chance() * from.length)] as T;
  const thrown = new Map<string, string>();
  const tried = (kind: string, given: string, work: () => void) => {
    try {
      work();
    } catch (error) {
      thrown.set(kind, `${error instanceof Error ? error.message : error} for ${given.slice(0, 200)}`);
    }
  };

  const parts = [
    "WEBVTT",
    "NOTE",
    "STYLE",
    "\n",
    "\n\n",
    "\r\n",
    "00:01.000",
    " --> ",
    "00:02.000",
    "99:99:99,999",
    "1",
    "<",
    ">",
    "<v A>",
    "</v>",
    "&amp;",
    "&#x0;",
    "&constructor;",
    "word",
    "[1:05]",
    '{"words":[',
    "]}",
    '{"segments":[{"start":1,"words":[]}]}',
    "1e400",
    "\u2028",
    "\ud800",
    "-->",
    "\0",
  ];
  let read = 0;
  for (let i = 0; i < count; i++) {
    const text = Array.from({ length: Math.floor(chance() * 40) }, () => pick(parts)).join("");
    tried("captions", text, () => {
      const result = readCaptions(text);
      if (result.ok) read++;
      else if (result.findings.length === 0) throw new Error("refused without a word");
    });
  }
  figure("captions read; the rest refused with a reason", `${read} of ${count}`);

  const odd: readonly Json[] = [
    null,
    true,
    "",
    "x",
    0,
    -1,
    1e300,
    1e-300,
    0.1 + 0.2,
    [],
    {},
    [[]],
    "__proto__",
    "constructor",
    "\ud800",
    -0,
    2 ** 53,
  ];
  const files = ["quay-crates", "glasshouse", "crane-tower"].map((name) => JSON.parse(DEMO(name)) as Json);
  let taken = 0;
  for (let i = 0; i < count; i++) {
    const text = JSON.stringify(spoilt(pick(files), pick(odd), chance)).replace(
      '"@infinite"',
      pick(["1e400", "-1e400", "1"]),
    );
    tried("lesson file", text, () => {
      const parsed = parseLessonText(
        chance() < 0.1 ? text.slice(0, Math.floor(chance() * text.length)) : text,
      );
      if (!parsed.ok) return;
      taken++;
      if (JSON.stringify(JSON.parse(serialiseLesson(parsed.value))) !== JSON.stringify(parsed.value))
        throw new Error("does not come back");
      if (taken % 50 === 0) computeLesson(parsed.value);
    });
  }
  figure("lesson files taken, each of which comes back the same; the rest refused", `${taken} of ${count}`);

  const lesson = parseLessonText(DEMO("glasshouse"));
  if (!lesson.ok) throw new Error("the demo cannot be read");
  const ids = [
    "lesson",
    "plan",
    "sheet",
    "view",
    "hand-out",
    "frame/main",
    ...lesson.value.objects.map((o) => `object/${o.id}`),
    "take/take-1",
    "step/x",
    "object/",
    "nothing/x",
    "__proto__",
    "object/__proto__",
  ];
  const fields = [
    "self",
    "title",
    "handles",
    "handles.width",
    "handles.width.mm",
    "drawingOrder",
    "takeOrder",
    "frames",
    "frames.0.id",
    "objects.0",
    "objects.length",
    "anchors.x",
    "version",
    "__proto__.x",
    "constructor.prototype.x",
    "",
    ".",
    "label",
    "narration.cues.0.text",
    "steps.__proto__",
  ];
  let made = 0;
  for (let i = 0; i < count; i++) {
    const changes = Array.from({ length: 1 + Math.floor(chance() * 4) }, (): Change => {
      // Half are such as the bench makes, so that what is odd stands among what is taken.
      const object = pick(lesson.value.objects).id;
      if (chance() < 0.25) return changeAt(`object/${object}`, "self", null);
      if (chance() < 0.5) return changeAt(`object/${object}`, "label", pick(["bench", "crate", "door"]));
      const value = chance() < 0.3 ? spoilt(pick(files), pick(odd), chance) : pick(odd);
      return changeAt(pick(ids), pick(fields), value);
    });
    tried("changes", JSON.stringify(changes), () => {
      const done = applyChanges(lesson.value, changes);
      if (!done.ok) return;
      made++;
      const back = applyChanges(done.value.lesson, done.value.inverse);
      if (!back.ok || JSON.stringify(back.value.lesson) !== JSON.stringify(lesson.value))
        throw new Error("cannot be taken back");
    });
  }
  figure("edits made, each taken back to the very lesson; the rest refused", `${made} of ${count}`);
  figure(
    "of all these, what was neither read nor refused",
    thrown.size === 0 ? 0 : JSON.stringify([...thrown]),
    thrown.size === 0,
  );
  figure(
    "what every object has, after all this",
    Object.keys(Object.prototype).length,
    Object.keys(Object.prototype).length === 0,
  );
}

/** A copy of a document with one place in it set to something else, or taken away. */
function spoilt(document: Json, value: Json, chance: () => number): Json {
  const copy = structuredClone(document) as Record<string, Json>;
  let at: Record<string, Json> = copy;
  for (;;) {
    const keys = Object.keys(at);
    const key = keys[Math.floor(chance() * keys.length)];
    if (key === undefined) return copy;
    const inner = at[key];
    if (typeof inner === "object" && inner !== null && chance() < 0.8) at = inner as Record<string, Json>;
    else {
      if (chance() < 0.2 && !Array.isArray(at)) delete at[key];
      else at[key] = chance() < 0.1 ? "@infinite" : value;
      return copy;
    }
  }
}

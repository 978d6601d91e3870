import { existsSync, readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { expect, test } from "vitest";

const HOME = resolve(import.meta.dirname, "../..");

/** Core's houses in the order of the plot, each with its rooms in theirs: a room may import those before it, through their doors. */
const HOUSES: Readonly<Record<string, readonly string[]>> = {
  ground: ["lexicon", "base", "table", "geometry", "plan"],
  drawing: ["view", "solids", "drafter", "page", "recipes", "program", "paper"],
  sight: ["still"],
  telling: ["told", "tasks", "steps"],
  time: ["narration", "placing", "schedule"],
  class: ["pacing", "record", "teaching", "course"],
  showing: ["display", "overlay"],
  document: ["judgements", "lesson", "handles", "changes", "quick-fixes", "pipeline", "proposals"],
  output: ["film", "handout"],
};
const ROOMS = Object.entries(HOUSES).flatMap(([house, rooms]) => rooms.map((room) => `${house}/${room}`));
const PACKAGES_OF_CORE = [
  "valibot",
  "clipper2-ts",
  "entities",
  "uqr",
  "flatbush",
  "papaparse",
  "culori/fn",
  "@noble/hashes/sha2.js",
  "@noble/hashes/utils.js",
];

function filesIn(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return filesIn(path);
    return /\.tsx?$/.test(name) ? [path] : [];
  });
}

function importsOf(file: string): string[] {
  return [
    ...readFileSync(file, "utf8").matchAll(
      /(?:^|\n)\s*(?:import|export)\b[^"';]*?from\s+"([^"]+)"|\bimport\(\s*"([^"]+)"|(?:^|\n)import\s+"([^"]+)"/g,
    ),
  ].map((m) => m[1] ?? m[2] ?? m[3] ?? "");
}

/** Where an import leads, as a path from the project's home, or the package's name. */
function target(file: string, specifier: string): string {
  if (specifier.startsWith(".")) return relative(HOME, resolve(dirname(file), specifier));
  if (specifier.startsWith("#core/")) return `core/${specifier.slice(6)}/index.ts`;
  if (specifier.startsWith("#")) return specifier.slice(1);
  return specifier;
}

/** `house/room` of a file of core. */
const roomOf = (path: string) => path.split("/").slice(1, 3).join("/");

const all = (folder: string) =>
  filesIn(join(HOME, folder)).flatMap((file) =>
    importsOf(file).map((s) => ({ from: relative(HOME, file), to: target(file, s) })),
  );

test("core imports nothing but its packages and earlier rooms of the plot, through their doors", () => {
  const seen = all("core");
  expect(seen.length).toBeGreaterThan(150);
  const wrong = seen.filter(({ from, to }) => {
    if (!to.startsWith("core/")) return !PACKAGES_OF_CORE.includes(to);
    const [own, other] = [roomOf(from), roomOf(to)];
    if (other === own) return false;
    return to !== `core/${other}/index.ts` || ROOMS.indexOf(other) >= ROOMS.indexOf(own);
  });
  expect(wrong).toEqual([]);
});

test("core's folders are its houses, and theirs its rooms, each with a door", () => {
  const foldersIn = (path: string) =>
    readdirSync(join(HOME, path), { withFileTypes: true }).flatMap((e) => (e.isDirectory() ? [e.name] : []));
  const rooms = foldersIn("core").flatMap((house) =>
    foldersIn(`core/${house}`).map((room) => `${house}/${room}`),
  );
  expect(rooms.sort()).toEqual([...ROOMS].sort());
  expect(rooms.filter((room) => !existsSync(join(HOME, "core", room, "index.ts")))).toEqual([]);
});

test("core has no clock, chance, locale or surroundings in it", () => {
  const forbidden =
    /\bDate\.now\b|\bnew Date\b|\bMath\.random\b|\bprocess\.|\bwindow\.|\bdocument\.|\bconsole\.|toLocale(?!LowerCase)|\bsetTimeout\b|\bfetch\(/;
  const wrong = filesIn(join(HOME, "core")).filter((f) =>
    forbidden.test(readFileSync(f, "utf8").replace(/\/\*\*[\s\S]*?\*\/|\/\/.*/g, "")),
  );
  expect(wrong.map((f) => relative(HOME, f))).toEqual([]);
});

test("outside core, imports run from app to server to core, and only routes and the server's own entry open its doors", () => {
  const wrong = [
    ...all("server").filter(
      ({ to }) => to.startsWith("app/") || to.startsWith("cli/") || to.startsWith("demo/"),
    ),
    ...all("workers").filter(({ to }) => /^(?:app|server|cli|demo)\//.test(to)),
    // Files are made of drawn pictures alike in the browser and on the command line: without either.
    ...all("film").filter(
      ({ to }) => !to.startsWith("core/") && !to.startsWith("film/") && !["fflate", "fontkit"].includes(to),
    ),
    ...all("cli").filter(({ to }) => to.startsWith("app/")),
    ...all("app").filter(
      ({ from, to }) =>
        to.startsWith("server/") && !from.startsWith("app/routes/") && from !== "app/entry.server.tsx",
    ),
    ...all("app/ui").filter(({ to }) => to.startsWith("app/") && !to.startsWith("app/ui/")),
    ...all("app/places").filter(
      ({ from, to }) => to.startsWith("app/places/") && to.split("/")[2] !== from.split("/")[2],
    ),
  ];
  expect(wrong).toEqual([]);
});

/** What places share, in the order in which it may be built upon: what plays a take knows nothing of how it is saved. */
const OF_LESSON = ["take", "saving", "desk", "class", "output", "frame"];

test("what places share of a lesson is built in one order, and knows no place", () => {
  const seen = all("app/lesson");
  expect(seen.length).toBeGreaterThan(50);
  const orderOf = (path: string) => OF_LESSON.indexOf(path.split("/")[2] ?? "");
  const wrong = seen.filter(({ from, to }) => {
    if (to.startsWith("app/places/")) return true;
    // What lies beside the rooms, such as the lesson at hand, is open to all of them.
    const isRoom = to.startsWith("app/lesson/") && to.split("/").length > 3;
    return isRoom && orderOf(from) >= 0 && (orderOf(to) < 0 || orderOf(to) > orderOf(from));
  });
  expect(wrong).toEqual([]);
});

test("files that touch the database or the disk say so in their name", () => {
  const wrong = filesIn(join(HOME, "server")).filter(
    (f) => importsOf(f).some((s) => /^node:fs|better-sqlite3/.test(s)) && !f.endsWith(".server.ts"),
  );
  expect(wrong.map((f) => relative(HOME, f))).toEqual([]);
});

test("upgrading old lessons depends on nothing that changes with the constructions", () => {
  expect(importsOf(join(HOME, "core/document/lesson/upgrade.ts"))).toEqual(["../../ground/base/index.ts"]);
});

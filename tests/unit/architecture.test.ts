import { readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { expect, test } from "vitest";

const HOME = resolve(import.meta.dirname, "../..");

/** Core's folders in the order of the plot: each may import those before it, through their doors. */
const PLOT = [
  "lexicon",
  "base",
  "table",
  "plan",
  "geometry",
  "view",
  "solids",
  "drafter",
  "page",
  "recipes",
  "program",
  "paper",
  "still",
  "told",
  "tasks",
  "steps",
  "narration",
  "placing",
  "schedule",
  "pacing",
  "record",
  "teaching",
  "course",
  "display",
  "overlay",
  "judgements",
  "lesson",
  "handles",
  "changes",
  "mends",
  "pipeline",
  "film",
  "handout",
  "proposals",
];
const PACKAGES_OF_CORE = [
  "valibot",
  "clipper2-ts",
  "entities",
  "uqr",
  "flatbush",
  "papaparse",
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

const all = (folder: string) =>
  filesIn(join(HOME, folder)).flatMap((file) =>
    importsOf(file).map((s) => ({ from: relative(HOME, file), to: target(file, s) })),
  );

test("core imports nothing but its five packages and earlier folders of the plot, through their doors", () => {
  const seen = all("core");
  expect(seen.length).toBeGreaterThan(150);
  const wrong = seen.filter(({ from, to }) => {
    const own = from.split("/")[1] ?? "";
    if (!to.startsWith("core/")) return !PACKAGES_OF_CORE.includes(to);
    const other = to.split("/")[1] ?? "";
    if (other === own) return false;
    return (
      !to.endsWith("/index.ts") || to.split("/").length !== 3 || PLOT.indexOf(other) >= PLOT.indexOf(own)
    );
  });
  expect(wrong).toEqual([]);
  expect(
    readdirSync(join(HOME, "core"))
      .filter((n) => !n.includes("."))
      .sort(),
  ).toEqual([...PLOT].sort());
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

test("files that touch the database or the disk say so in their name", () => {
  const wrong = filesIn(join(HOME, "server")).filter(
    (f) => importsOf(f).some((s) => /^node:fs|better-sqlite3/.test(s)) && !f.endsWith(".server.ts"),
  );
  expect(wrong.map((f) => relative(HOME, f))).toEqual([]);
});

test("upgrading old lessons depends on nothing that changes with the constructions", () => {
  expect(importsOf(join(HOME, "core/lesson/upgrade.ts"))).toEqual(["../base/index.ts"]);
});

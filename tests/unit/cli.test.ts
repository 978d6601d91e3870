import { execFileSync, spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, describe, expect, test } from "vitest";
import { parseLessonText } from "#core/document/lesson";
import { wordsOf } from "#core/time/narration";
import { CliError } from "../../cli/arguments.ts";
import { run } from "../../cli/run.ts";

const folder = mkdtempSync(join(tmpdir(), "regulanda-cli-"));
afterAll(() => rmSync(folder, { recursive: true }));

const HOME = join(import.meta.dirname, "../..");
const LESSON = join(HOME, "demo/lessons/glasshouse.json");
const CAPTIONS = join(HOME, "demo/take/glasshouse-take.vtt");

describe("the command line", () => {
  test("checks a lesson, words its steps and draws its paper", async () => {
    expect(await run(["check", LESSON])).toMatch(/23 steps, 82 moves, 3:59 long\nnothing to mend/);
    expect(JSON.parse(await run(["check", LESSON, "--json"]))).toMatchObject({ steps: 23, moves: 82 });
    expect(await run(["steps", LESSON])).toContain("16. Left bench: to the vanishing point  [");
    const whole = await run(["draw", LESSON, "--svg"]);
    const early = await run(["draw", LESSON, "--move", "2", "--svg"]);
    expect(whole).toContain('data-stroke="left-bench/front-bottom"');
    expect(early).not.toContain("left-bench/");
    expect(await run(["draw", LESSON, "--move", "0", "--svg"])).not.toContain('data-stroke="sheet/');
  });

  test("ends without a word when its reader has seen enough", () => {
    const command = `"${process.execPath}" --import tsx cli/regulanda.ts steps "${LESSON}" --json | head -c 10`;
    const { stdout, stderr } = spawnSync("bash", ["-c", command], { cwd: HOME, encoding: "utf8" });
    expect([stdout.length, stderr]).toEqual([10, ""]);
  });

  test("shows a frame, makes the cards and reads a narration", async () => {
    const frame = JSON.parse(await run(["frame", LESSON, "--at", "185", "--json"]));
    expect(frame).toMatchObject({ atMs: 185_000, stepId: "left-bench/guides" });
    const out = join(folder, "cards.pdf");
    expect(await run(["cards", LESSON, "--out", out])).toContain("23 cards");
    expect(execFileSync("pdfinfo", [out], { encoding: "utf8" })).toMatch(/Pages:\s+6/);
    const narration = JSON.parse(await run(["narration", CAPTIONS, "--json"]));
    expect(narration).toMatchObject({ format: "WebVTT", findings: [] });
    expect(narration.cues[0].words[0]).toMatchObject({ id: "c1.w1", text: "Welcome" });
  });

  test.each([
    [
      ["--what", "worksheet", "--after", "12", "--paper", "a4"],
      /^2 pages written.*\n.*larger than the printer's paper/,
    ],
    [["--what", "recap", "--black", "--margin", "12"], /^2 pages written/],
    [["--what", "booklet"], /^23 cards on 4 pages written.*\n.*dotted lines/],
  ] as const)("hands out %j", async (args, said) => {
    const out = join(folder, "hand-out.pdf");
    expect(await run(["hand-out", LESSON, ...args, "--out", out])).toMatch(said);
    expect(readFileSync(out).subarray(0, 5).toString()).toBe("%PDF-");
  });

  test("hands out the page of a row of the class", async () => {
    const quay = LESSON.replace("glasshouse", "quay-crates");
    const args = [
      "--what",
      "worksheet",
      "--variant",
      "2",
      "--hand",
      "left",
      "--out",
      join(folder, "row.pdf"),
    ];
    expect(await run(["hand-out", quay, ...args])).toMatch(/pages written/);
  });

  test("writes the page to take home", async () => {
    const out = join(folder, "home.html");
    expect(await run(["hand-out", LESSON, "--what", "take-home", "--out", out])).toMatch(/23 steps, \d+ kB/);
    const page = readFileSync(out, "utf8");
    // Nothing in it is fetched: what it names outside itself are links to the video alone.
    const named = [...page.matchAll(/(?:src|href)="([^"#]+)"|url\(([^)]{0,30})/g)].map(
      (m) => m[1] ?? m[2] ?? "",
    );
    expect(named.filter((a) => !/^data:|^https:\/\/osier-lock\.example\/glasshouse\?t=\d+$/.test(a))).toEqual(
      [],
    );
  });

  const bad = (name: string, text: string) => {
    const path = join(folder, name);
    writeFileSync(path, text);
    return path;
  };
  test.each([
    [["hand-out", LESSON, "--out", "x.pdf"], /hand-out needs --what, one of cards, /],
    [["hand-out", LESSON, "--what", "leaflet", "--out", "x.pdf"], /--what is one of cards, .*got "leaflet"/],
    [["hand-out", LESSON, "--what", "cards", "--out", "x.html"], /needs --out FILE\.pdf/],
    [["hand-out", LESSON, "--what", "take-home", "--out", "x.pdf"], /needs --out FILE\.html/],
    [
      ["hand-out", LESSON, "--what", "worksheet", "--after", "24", "--out", "x.pdf"],
      /--after .* from 1 to 23/,
    ],
    [["hand-out", LESSON, "--what", "cards", "--margin", "2", "--out", "x.pdf"], /--margin .* from 4 to 30/],
    [
      ["hand-out", LESSON, "--what", "cards", "--out", "no/such/x.pdf"],
      /"no\/such\/x\.pdf" cannot be written/,
    ],
    [["draw", "no-such.json", "--svg"], /"no-such\.json" cannot be read/],
    [["check", bad("broken.json", "{")], /broken\.json: This is no lesson file: it is not valid JSON/],
    [
      ["check", bad("old.json", '{"format":"regulanda-lesson","version":0}')],
      /"version" should be a whole number from 1 to 2, got 0/,
    ],
    [["draw", LESSON, "--svg", "--move", "83"], /--move takes a whole number from 0 to 82, got "83"/],
    [["draw", LESSON], /draw needs --svg or --json/],
    [["frame", LESSON, "--svg", "--at", "noon"], /--at takes seconds from 0 on, got "noon"/],
    [["cards", LESSON], /cards needs --out FILE\.pdf/],
    [["cards", LESSON, "--out", join(folder, "no/such/folder.pdf")], /cannot be written/],
    [["narration", bad("empty.vtt", "")], /The file is empty/],
    [["sing", LESSON], /no command "sing"/],
    [["check", LESSON, "--loud"], /--loud/],
    [["check"], /check needs a file/],
  ])("says in one line what is wrong: %j", async (argv, said) => {
    const failed = await run(argv).catch((e: unknown) => e);
    expect(failed).toBeInstanceOf(CliError);
    expect((failed as CliError).message).toMatch(said);
    expect((failed as CliError).message).not.toContain("\n");
  });

  test("exits with 1 and a line on stderr, nothing on stdout", () => {
    const { status, stdout, stderr } = spawnSync(
      process.execPath,
      ["--import", "tsx", "cli/regulanda.ts", "check", "no-such.json"],
      { cwd: HOME, encoding: "utf8" },
    );
    expect({ status, stdout }).toEqual({ status: 1, stdout: "" });
    expect(stderr.trim().split("\n")).toHaveLength(1);
  });

  test("no demo lesson has a fault, and each goes all the way to its cards", async () => {
    const demos = readdirSync(join(HOME, "demo/lessons"));
    expect(demos).toHaveLength(7);
    for (const demo of demos) {
      const path = join(HOME, "demo/lessons", demo);
      const checked = JSON.parse(await run(["check", path, "--json"]));
      expect(
        checked.findings.filter((f: { severity: string }) => f.severity !== "note"),
        demo,
      ).toEqual([]);
      const out = join(mkdtempSync(join(tmpdir(), "regulanda-cards-")), "cards.pdf");
      expect(await run(["cards", path, "--out", out]), demo).toContain(`${checked.steps} cards on `);
    }
  });

  test("the captions beside the take are those in the lesson", async () => {
    const lesson = JSON.parse(readFileSync(LESSON, "utf8"));
    const narration = JSON.parse(await run(["narration", CAPTIONS, "--json"]));
    expect(narration.cues.map((c: object) => ({ ...c, words: undefined, understood: undefined }))).toEqual(
      lesson.takes[0].narration.cues,
    );
  });
});

describe("narration on the command line", () => {
  const captions = join(import.meta.dirname, "../../demo/take/glasshouse-take.vtt");
  const glasshouse = join(import.meta.dirname, "../../demo/lessons/glasshouse.json");

  test("says what is understood in each cue, with its characters", async () => {
    const { cues } = JSON.parse(await run(["narration", captions, "--json"]));
    const all = cues.flatMap(
      (c: { text: string; understood: { text: string; from: number; to: number; confidence: number }[] }) =>
        c.understood.map((u) => ({ ...u, cut: c.text.slice(u.from, u.to) })),
    );
    expect(all.length).toBeGreaterThan(20);
    for (const u of all) expect(u.text).toContain(u.cut);
  });

  test("places the steps, nearly all where the demo's own anchors stand", async () => {
    const { anchors } = JSON.parse(await run(["align", glasshouse, captions, "--json"]));
    const parsed = parseLessonText(readFileSync(glasshouse, "utf8"));
    if (!parsed.ok) throw new Error("demo");
    const take = parsed.value.takes[0];
    const words = new Map((take?.narration?.cues ?? []).flatMap(wordsOf).map((w) => [w.id, w.startMs]));
    const near = anchors.filter(
      (a: { stepId: string; startMs: number }) =>
        Math.abs(a.startMs - (words.get(take?.anchors[a.stepId]?.wordId ?? "") ?? -1e9)) <= 2000,
    );
    expect(near.length / anchors.length).toBeGreaterThanOrEqual(0.8);
  });

  test("carries the places to the same captions without loss", async () => {
    const { carried } = JSON.parse(await run(["retake", glasshouse, captions, captions, "--json"]));
    expect(carried.every((c: { kind: string }) => c.kind === "kept")).toBe(true);
  });

  test("writes times out, and refuses a format or rate it does not have", async () => {
    expect(await run(["export", glasshouse, "--format", "chapter-list"])).toMatch(/^0:00 /);
    expect(await run(["schedule", glasshouse, "--csv"])).toMatch(/^step,id,/);
    await expect(run(["export", glasshouse, "--format", "pdf"])).rejects.toThrow(/there is no format "pdf"/);
    await expect(run(["export", glasshouse, "--format", "edl", "--rate", "12"])).rejects.toThrow(
      /--rate is one of/,
    );
    await expect(run(["align", glasshouse])).rejects.toThrow(/align needs 2 files/);
  });
});

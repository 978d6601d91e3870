import { createHash } from "node:crypto";
import { expect, test } from "vitest";
import { CHOOSABLE, sampleLesson } from "#core/document/changes";
import {
  dragObjectHandle,
  dragPaperHandle,
  objectHandles,
  objectMeasures,
  paperHandles,
} from "#core/document/handles";
import { costOf } from "#core/document/judgements";
import type { Lesson } from "#core/document/lesson";
import {
  type ComputedLesson,
  computeLesson,
  EXPORT_FORMATS,
  exportLesson,
  judgeDrift,
  readiness,
  sightAids,
} from "#core/document/pipeline";
import { holdsToAdd, placeInWords, proposeVanishingPoints } from "#core/document/proposals";
import { drawSlip, drawState, frameAt } from "#core/showing/display";
import { DEMO_NAMES, demoLesson } from "../demo-lesson.ts";

// What the app makes of the demo lessons, to be read over when it changes (vitest -u): words in full, pictures by a digest.

/** Numbers to a hundredth of a millimetre: below it two machines may differ. */
const plain = (value: unknown): string =>
  JSON.stringify(value, (_, v) => (typeof v === "number" ? Math.round(v * 100) / 100 + 0 : v));

const digest = (value: unknown) => createHash("sha256").update(plain(value)).digest("hex").slice(0, 12);

function stepsOf({ steps, schedule, moves }: ComputedLesson): string[] {
  return steps.flatMap((s) => {
    const window = schedule.windows.find((w) => w.stepId === s.id);
    return [
      `${s.number}. ${s.title} [${s.id}; ${window?.startMs}–${window?.endMs} ms; moves ${s.firstMove}–${s.lastMove}]`,
      ...[...s.readings, ...s.instruction, ...s.notes, s.check, s.slip]
        .filter(Boolean)
        .map((line) => `   ${line}`),
      `   ${s.newLines} new lines, ${s.wordCount} words, moves ${digest(moves.slice(s.firstMove, s.lastMove + 1))}`,
    ];
  });
}

const near = (at: { xMm: number; yMm: number }) => ({ xMm: at.xMm + 7, yMm: at.yMm - 3 });

function paperHandlesOf({ lesson }: ComputedLesson): string[] {
  return paperHandles(lesson).map((h) => `${plain(h)} → ${plain(dragPaperHandle(lesson, h.id, near(h.at)))}`);
}

function handlesOf({ lesson, program, view }: ComputedLesson): string[] {
  return lesson.objects.flatMap((o) => [
    ...objectHandles(o, program.scene, view).map(
      (h) => `${plain(h)} → ${plain(dragObjectHandle(o, program.scene, h.id, near(h.at), view))}`,
    ),
    ...objectMeasures(o, view).map(plain),
  ]);
}

function picturesOf(c: ComputedLesson): string[] {
  const { paper, sheet, moves, steps, schedule } = c;
  const options = { medium: "overlay", tools: true, withSheet: true } as const;
  const tenths = Array.from({ length: 11 }, (_, i) => Math.round((schedule.totalMs * i) / 10));
  return [
    `finished ${digest(drawState(paper, sheet, moves.length - 1, moves.length, "bench"))}`,
    ...steps.map((s) => `${s.id} slip ${digest(drawSlip(paper, sheet, s, "card"))}`),
    ...tenths.map((at) => `at ${at} ms ${digest(frameAt(c, at, options))}`),
    ...(["seams", "tape", "cone", "ruler"] as const).map(
      (aid) => `${aid} ${digest(sightAids(c, new Set([aid])))}`,
    ),
  ];
}

function proposalsOf(c: ComputedLesson): string[] {
  const worst = judgeDrift(c)
    .points.filter((p) => p.expectedMm > 1)
    .map((p) => `${p.pointId} strays ${plain(p.expectedMm)} mm, by ${p.weakestMove}`);
  return [
    ...judgeDrift(c).findings.map((f) => f.message),
    ...worst,
    ...c.findings.map(
      (f) => `${f.severity} ${f.code} ${f.about ?? ""}: ${f.message} ${plain(f.fix ?? null)}`,
    ),
    `cost ${plain(costOf(c.paper, c.moves.length))}`,
    `vanishing points ${plain(proposeVanishingPoints(c.lesson))}`,
    `holds ${plain(holdsToAdd(c))}`,
    ...placeInWords(c).places.map(plain),
  ];
}

function heardIn(c: ComputedLesson): string[] {
  return c.heard.map(plain);
}

function exportsOf(c: ComputedLesson): string[] {
  return EXPORT_FORMATS.map((format) => {
    const text = exportLesson(c, format, "25");
    return `${format} ${text === null ? "none" : digest(text)}`;
  });
}

function told(lesson: Lesson): string {
  const c = computeLesson(lesson);
  const { next, why } = readiness(c);
  return [
    `${lesson.title}: next ${next}. ${why}`,
    ...stepsOf(c),
    "— handles and measures",
    ...paperHandlesOf(c),
    ...handlesOf(c),
    "— pictures",
    ...picturesOf(c),
    "— findings and proposals",
    ...proposalsOf(c),
    "— heard",
    ...heardIn(c),
    "— exports",
    ...exportsOf(c),
    "",
  ].join("\n");
}

test.each(DEMO_NAMES)(
  "what is made of %s: if this is meant, npm run renew-goldens, and read the difference",
  async (name) => {
    await expect(told(demoLesson(name))).toMatchFileSnapshot(`demo-lessons/${name}.txt`);
  },
);

test("where each construction is taken hold of, and what a drag does: if this is meant, npm run renew-goldens, and read the difference", async () => {
  const lines = CHOOSABLE.flatMap(({ name }) =>
    (["one-point", "two-point"] as const).flatMap((kind) => [
      `${name}, ${kind}`,
      ...handlesOf(computeLesson(sampleLesson(name, kind))),
    ]),
  );
  await expect(`${lines.join("\n")}\n`).toMatchFileSnapshot("demo-lessons/handles-of-samples.txt");
});

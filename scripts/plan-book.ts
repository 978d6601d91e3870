import {
  AGE_BANDS,
  type AgeBand,
  CLASS_GUESSES,
  cautionsOf,
  GATES,
  KIT,
  type KitName,
  SCHOOLS,
  USUAL_KIT,
} from "#core/ground/plan";

/**
 * What a lesson's plan can say: schools of drawing, kit with substitutes and cautions, waits, paces. A test compares it with
 * `docs/plan.md`: whoever changes one of them changes the book, and reads it over.
 */
export function planBook(): string {
  return [
    "# What a plan can say",
    "Written by the program itself (`npm run constructions`). Kit, waits and paces are common practice, no published source; a school's own rules go before all of them.",
    ...SCHOOLS.map(({ title, field, choices }) =>
      [
        `## ${title} (\`${field}\`)`,
        ...choices.map(({ value, label, effect }) => `- \`${value}\` ${label}: ${effect}`),
      ].join("\n"),
    ),
    table(
      "Kit",
      ["", "Said short", "Instead", "To mind"],
      Object.entries(KIT).map(([name, { label, short, instead, caution }]) => [
        `${label}${USUAL_KIT.includes(name as KitName) ? " (usual)" : ""}`,
        short,
        instead.join("; "),
        caution ?? "",
      ]),
    ),
    `Always said last: ${cautionsOf([]).join(" ")}`,
    table(
      "Waits",
      ["", "Offered with", "Minutes", "Said"],
      Object.values(GATES).map((g) => [
        g.label,
        g.with.map((name) => KIT[name].short).join(", "),
        String(g.waitMinutes),
        g.says,
      ]),
    ),
    table(
      "Paces",
      ["", "Words a minute", "A line, shown (s)", "A line, drawn by the class (s)"],
      Object.values(AGE_BANDS).map((p) => [
        p.label,
        String(p.wordsPerMinute),
        String(p.demonstratorLineMs / 1000),
        String(p.pupilLineMs / 1000),
      ]),
    ),
    table(
      "How a class works (`classPace`): guesses, until the educator or the record of classes says better",
      [
        "",
        "Pupils",
        "Spread of hands",
        "Start after (s)",
        "Draw a line again",
        "Of those ask a neighbour",
        "Which costs them (s)",
        "Waited until",
      ],
      Object.entries(CLASS_GUESSES).map(([age, g]) => [
        AGE_BANDS[age as AgeBand].label,
        String(g.pupils),
        String(g.spread),
        String(g.lagMs / 1000),
        `${Math.round(g.restarts * 100)} %`,
        `${Math.round(g.helped * 100)} %`,
        String(g.helpMs / 1000),
        `${Math.round(g.keep * 100)} %`,
      ]),
    ),
  ]
    .join("\n\n")
    .concat("\n");
}

function table(title: string, head: readonly string[], rows: readonly (readonly string[])[]): string {
  const line = (cells: readonly string[]) => `| ${cells.join(" | ")} |`;
  return [`## ${title}`, "", line(head), line(head.map(() => "---")), ...rows.map(line)].join("\n");
}

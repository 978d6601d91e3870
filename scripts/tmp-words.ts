import { readFileSync } from "node:fs";
import { parseLessonText } from "#core/lesson";
import { computeLesson } from "#core/pipeline";
for (const f of process.argv.slice(2)) {
  const p = parseLessonText(readFileSync(f, "utf8"));
  if (!p.ok) { console.log(f, p.findings); continue; }
  const c = computeLesson(p.value);
  console.log("=====", f);
  for (const s of c.steps) {
    console.log(`#${s.number} ${s.title} [${s.stage}]`);
    s.actions.forEach((a: any, i: number) => console.log("   ", i + 1, typeof a === "string" ? a : JSON.stringify(a)));
    if (s.why) console.log("    why:", s.why);
    if (s.check) console.log("    chk:", s.check);
    if (s.slip) console.log("    slip:", s.slip);
    if (s.answers.length) console.log("    answers:", s.answers.join(" | "));
  }
  for (const x of c.findings) console.log("  !", x.severity, x.code, x.message);
}

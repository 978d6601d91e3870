// StrykerJS takes ranges of text and would try every fault in them; this leaves it the places of the sample.
import { readFileSync } from "node:fs";
import { join, relative, resolve } from "node:path";
import { declareValuePlugin, PluginKind } from "@stryker-mutator/api/plugin";

const home = resolve(import.meta.dirname, "../..");
const names = JSON.parse(readFileSync(join(home, "reports", "mutants", "sampled.json"), "utf8"));
const places = names.map((name) => {
  const [, file, fromLine, fromColumn, toLine, toColumn] = /^(.*):(\d+):(\d+)-(\d+):(\d+)$/.exec(name);
  return { file, from: [Number(fromLine), Number(fromColumn)], to: [Number(toLine), Number(toColumn)] };
});
const before = (a, b) => a[0] - b[0] || a[1] - b[1];

export const strykerPlugins = [
  declareValuePlugin(PluginKind.Ignore, "sampled", {
    shouldIgnore({ node, hub }) {
      const file = relative(home, resolve(hub.file.opts.filename));
      const from = [node.loc.start.line, node.loc.start.column + 1];
      const to = [node.loc.end.line, node.loc.end.column + 1];
      const holds = (p) => p.file === file && before(from, p.from) <= 0 && before(p.to, to) <= 0;
      return places.some(holds) ? undefined : "not in the sample";
    },
  }),
];

import { rmSync } from "node:fs";
import { ask, bringIn, DEMO, saveOf, titleTo } from "./client.ts";
import { figure, part } from "./report.ts";
import { newFolder, startServer } from "./server-process.ts";

/** Many clients at one lesson, and two servers at one folder. */
export async function races(rounds: number): Promise<void> {
  part("Races");
  const folder = newFolder();
  const server = await startServer(folder);
  const lesson = await bringIn(server.home, DEMO("quay-crates"));
  let [saved, aside, other] = [0, 0, 0];
  for (let round = 0; round < rounds; round++) {
    const replies = await Promise.all(
      Array.from({ length: 8 }, (_, i) =>
        saveOf(server.home, lesson, titleTo(1 + saved, `Round ${round}, client ${i}`)),
      ),
    );
    const kinds = replies.map((r) =>
      r.status === 200 ? (JSON.parse(r.text) as { kind: string }).kind : `status ${r.status}`,
    );
    if (kinds.filter((k) => k === "saved").length === 1) saved++;
    aside += kinds.filter((k) => k === "conflict").length;
    other += kinds.filter((k) => k !== "saved" && k !== "conflict").length;
  }
  figure(
    `${rounds} rounds of 8 clients on one revision: saved, kept aside, anything else`,
    `${saved}, ${aside}, ${other}`,
    saved === rounds && aside === rounds * 7 && other === 0,
  );
  const keyed = { ...titleTo(1 + saved, "Sent eight times"), key: "one-key-for-all-of-them" };
  const again = await Promise.all(Array.from({ length: 8 }, () => saveOf(server.home, lesson, keyed)));
  const revisions = new Set(again.map((r) => (JSON.parse(r.text) as { revision: number }).revision));
  figure("one edit sent eight times at once: revisions made of it", revisions.size, revisions.size === 1);
  const titles = await Promise.all(
    Array.from({ length: 24 }, () => bringIn(server.home, DEMO("crane-tower"))),
  );
  figure(
    "24 lessons of one title brought in at once: different addresses",
    new Set(titles).size,
    new Set(titles).size === 24,
  );

  const second = await startServer(folder).then(
    () => "it started",
    (error: Error) => error.message,
  );
  figure(
    "a second server on the folder says that the first runs, where, and ends",
    second.includes(server.home) ? "yes" : second,
    second.includes(`already runs on ${folder}: open ${server.home}`),
  );
  const both = await Promise.allSettled(Array.from({ length: 6 }, () => startServer(folder)));
  figure(
    "six more at once: started",
    both.filter((b) => b.status === "fulfilled").length,
    both.every((b) => b.status === "rejected"),
  );
  figure(
    "the first answers as before",
    (await ask(server.home)).status,
    (await ask(server.home)).status === 200,
  );
  await server.stop();
  const fresh = newFolder();
  const many = await Promise.allSettled(Array.from({ length: 6 }, () => startServer(fresh)));
  const started = many.flatMap((m) => (m.status === "fulfilled" ? [m.value] : []));
  figure("six at once on a new folder: started", started.length, started.length === 1);
  for (const one of started) await one.stop();
  for (const at of [folder, fresh]) rmSync(at, { recursive: true });
}

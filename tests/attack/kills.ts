import { readdirSync, rmSync } from "node:fs";
import { join } from "node:path";
import { seeded } from "#core/ground/base";
import { Database } from "../../server/db/driver.server.ts";
import { smallMp4 } from "../unit/small-recordings.ts";
import { ask, bringIn, DEMO, saveOf, titleTo } from "./client.ts";
import { figure, part } from "./report.ts";
import { freePort, newFolder, startServer } from "./server-process.ts";

/** Ends the server again and again in the middle of edits, uploads and imports: what it called saved is there. */
export async function kills(count: number, seed: number): Promise<void> {
  part(`${count} kills in edits, uploads and imports (seed ${seed})`);
  const folder = newFolder();
  const chance = seeded(seed);
  const port = await freePort();
  let server = await startServer(folder, { port });
  const lesson = await bringIn(server.home, DEMO("quay-crates"));
  let revision = 1;
  let acknowledged = 0;
  let lost = 0;
  const files: string[] = [];
  const lessons = new Set([lesson]);
  for (let kill = 0; kill < count; kill++) {
    let going = true;
    const { home } = server;
    let told = { revision, title: "" };
    const edits = (async () => {
      for (let n = 0; going; n++) {
        const title = `After kill ${kill}, edit ${n}`;
        const reply = await saveOf(home, lesson, titleTo(told.revision, title));
        if (reply.status !== 200) return;
        const answer = JSON.parse(reply.text) as { kind: string; revision: number };
        if (answer.kind !== "saved") return;
        told = { revision: answer.revision, title };
        acknowledged++;
      }
    })();
    const uploads = (async () => {
      for (let n = 0; going; n++) {
        const body = new Uint8Array(smallMp4(`${kill} ${n} ${"x".repeat(200_000)}`));
        const reply = await ask(`${home}/lessons/${lesson}/recording`, {
          method: "PUT",
          headers: { "Content-Type": "video/mp4", "X-File-Name": "take.mp4" },
          body,
        });
        if (reply.status === 200) files.push((JSON.parse(reply.text) as { file: string }).file);
      }
    })();
    const imports = (async () => {
      while (going) {
        await bringIn(home, DEMO("crane-tower")).then(
          (id) => lessons.add(id),
          () => null,
        );
        await new Promise((later) => setTimeout(later, 20));
      }
    })();
    await new Promise((later) => setTimeout(later, 150 + chance() * 600));
    await server.kill();
    going = false;
    await Promise.all([edits, uploads, imports]);
    server = await startServer(folder, { port });
    const now = new Database(join(folder, "regulanda.sqlite"), { readonly: true });
    const stored = now.prepare("select revision, title from lessons where id = ?").get(lesson) as {
      revision: number;
      title: string;
    };
    // An edit may have been saved whose answer was lost; none that was answered may be missing.
    if (
      stored.revision < told.revision ||
      (stored.revision === told.revision && told.title !== "" && stored.title !== told.title)
    )
      lost++;
    for (const id of lessons) if (!now.prepare("select 1 from lessons where id = ?").get(id)) lost++;
    now.close();
    revision = stored.revision;
  }
  let gone = 0;
  for (const file of files) if ((await ask(`${server.home}/media/${file}`)).status !== 200) gone++;
  figure("saves that were acknowledged", acknowledged, acknowledged > count);
  figure("of these lost; of lessons brought in and of uploads", `${lost}; ${gone}`, lost + gone === 0);
  figure("uploads acknowledged and played back; lessons brought in", `${files.length}; ${lessons.size}`);
  const left = readdirSync(join(folder, "files")).filter((n) => n.startsWith(".incoming")).length;
  figure("half uploads left after the last start", left, left === 0);
  const whole = new Database(join(folder, "regulanda.sqlite"), { readonly: true });
  const sound = (whole.pragma("integrity_check") as { integrity_check: string }[])[0]?.integrity_check;
  whole.close();
  figure("the database, looked over whole", sound ?? "?", sound === "ok");
  await server.stop();
  rmSync(folder, { recursive: true });
}

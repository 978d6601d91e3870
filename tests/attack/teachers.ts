import { rmSync } from "node:fs";
import { connect } from "node:net";
import { box, smallMp4 } from "../unit/small-recordings.ts";
import { ask, bringIn, DEMO, saveOf, share, titleTo } from "./client.ts";
import { figure, part } from "./report.ts";
import { newFolder, startServer } from "./server-process.ts";

const later = (ms: number) => new Promise((done) => setTimeout(done, ms));
const SECONDS = 25;
/** A save of this p95, and a page of this, are felt as prompt. */
const PROMPT_MS = { save: 100, page: 500 };

/**
 * How many teachers one machine serves: each with a lesson of their own, an edit every two seconds with the page's asking
 * after it, another place every ten, the cards every thirty. The clients share the machine with the server.
 */
export async function teachers(): Promise<void> {
  part(
    `Teachers at work at once, ${SECONDS} s each (p95 of a save, of ${PROMPT_MS.save} ms; of a page, of ${PROMPT_MS.page} ms)`,
  );
  const folder = newFolder();
  const server = await startServer(folder);
  const { home } = server;
  const names = ["quay-crates", "ticket-kiosk", "glasshouse", "crane-tower"];
  const lessons: { id: string; revision: number }[] = [];
  let served = 0;
  for (const many of [10, 20, 40, 80, 160]) {
    while (lessons.length < many)
      lessons.push({ id: await bringIn(home, DEMO(names[lessons.length % 4] ?? "")), revision: 1 });
    await later(3000);
    const [saves, pages]: [number[], number[]] = [[], []];
    let failed = 0;
    const until = performance.now() + SECONDS * 1000;
    const seen = (into: number[], reply: { status: number; ms: number }) => {
      into.push(reply.ms);
      if (reply.status !== 200) failed++;
    };
    await Promise.all(
      lessons.map(async (lesson, i) => {
        await later((i * 2000) / many);
        for (let n = i; performance.now() < until; n++) {
          const begun = performance.now();
          const reply = await saveOf(home, lesson.id, titleTo(lesson.revision, `Teacher ${i}, ${n}`));
          if (reply.status === 200) lesson.revision++;
          seen(saves, reply);
          seen(pages, await ask(`${home}/lessons/${lesson.id}/build.data`));
          if (n % 5 === 0) seen(pages, await ask(`${home}/lessons/${lesson.id}/narrate`));
          if (n % 15 === 0) seen(pages, await ask(`${home}/lessons/${lesson.id}/hand-out`));
          await later(Math.max(0, 2000 - (performance.now() - begun)));
        }
      }),
    );
    const [save, page] = [share(saves, 0.95), share(pages, 0.95)];
    const prompt = save <= PROMPT_MS.save && page <= PROMPT_MS.page && failed === 0;
    if (prompt) served = many;
    figure(
      `${many} teachers: save, page, failed`,
      `${save.toFixed(0)} ms, ${page.toFixed(0)} ms, ${failed}${prompt ? "" : " (not prompt any more)"}`,
      failed === 0,
    );
    if (!prompt) break;
  }
  figure("served promptly", served, served >= 10);
  await server.stop();
  rmSync(folder, { recursive: true });
}

/** An upload on a line so slow that it lasts longer than Node's own limit of five minutes. */
export async function slowUpload(seconds: number): Promise<void> {
  part(`An upload that lasts ${seconds} s`);
  const folder = newFolder();
  const server = await startServer(folder);
  const lesson = await bringIn(server.home, DEMO("quay-crates"));
  const film = Buffer.concat([smallMp4("x"), box("free", Buffer.alloc(seconds * 100))]);
  const { hostname, port } = new URL(server.home);
  const said = await new Promise<string>((answered) => {
    const socket = connect(Number(port), hostname, async () => {
      socket.write(
        `PUT /lessons/${lesson}/recording HTTP/1.1\r\nHost: ${hostname}:${port}\r\nContent-Type: video/mp4\r\nContent-Length: ${film.length}\r\n\r\n`,
      );
      const each = Math.ceil(film.length / seconds);
      for (let at = 0; at < film.length && !socket.destroyed; at += each) {
        socket.write(film.subarray(at, at + each));
        await later(1000);
      }
    });
    let text = "";
    socket.on("data", (chunk: Buffer) => {
      text += chunk.toString();
      if (text.includes("\r\n\r\n")) answered(text);
    });
    socket.on("error", (error) => answered(error.message));
    socket.on("close", () => answered(text || "the line was cut"));
  });
  figure("it was answered", said.split("\r\n")[0] ?? "", said.startsWith("HTTP/1.1 200"));
  await server.kill();
  rmSync(folder, { recursive: true });
}

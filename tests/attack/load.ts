import { rmSync } from "node:fs";
import { connect, type Socket } from "node:net";
import { ask, bringIn, DEMO, saveOf, share, titleTo } from "./client.ts";
import { figure, part } from "./report.ts";
import { descriptorsOf, memoryOf, newFolder, type Running, startServer } from "./server-process.ts";

const later = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** Many at once: what one waits for while others print, and what becomes of those beyond the server's room. */
export async function load(): Promise<void> {
  part("Under load");
  const folder = newFolder();
  const server = await startServer(folder);
  const { home } = server;
  const names = [
    "glasshouse",
    "crane-tower",
    "ticket-kiosk",
    "lock-in-block-letters",
    "quay-crates",
    "footbridge-in-fog",
  ];
  const lessons: string[] = [];
  for (const name of names) lessons.push(await bringIn(home, DEMO(name)));
  const edited = await bringIn(home, DEMO("quay-crates"));
  await ask(home);
  await later(4000);

  let printing = true;
  let printed = 0;
  const printer = async (which: number) => {
    for (let n = 0; printing; n++) {
      // Each print is of a revision of its own, so that nothing that was kept is handed out again.
      const lesson = lessons[(which + n) % lessons.length] ?? "";
      const form = new URLSearchParams();
      const { text } = await ask(`${home}/lessons/${lesson}/hand-out.data`, { method: "POST", body: form });
      const id = /"printId",(\d+)/.exec(text)?.[1];
      const pdf = await ask(`${home}/lessons/${lesson}/prints/${id}/cards.pdf`);
      if (pdf.status === 200) printed++;
    }
  };
  const printers = [printer(0), printer(3)];
  const saves: number[] = [];
  let [revision, failed] = [1, 0];
  for (let i = 0; i < 150; i++) {
    const reply = await saveOf(home, edited, titleTo(revision, `Title ${i}`));
    saves.push(reply.ms);
    if (reply.status === 200) revision++;
    else failed++;
    await later(20);
  }
  figure(
    "a save while two PDFs are always being made: median, p95 (of 100 ms)",
    `${share(saves, 0.5).toFixed(0)} ms, ${share(saves, 0.95).toFixed(0)} ms`,
    share(saves, 0.95) <= 100 && failed === 0,
  );

  const waits: number[] = [];
  let bad = 0;
  const until = performance.now() + 20_000;
  const clients = Array.from({ length: 30 }, async (_, i) => {
    await later((i * 5000) / 30);
    while (performance.now() < until) {
      const path =
        i % 3 === 0 ? "/" : `/lessons/${lessons[i % lessons.length]}/${i % 3 === 1 ? "build" : "hand-out"}`;
      const reply = await ask(`${home}${path}`);
      waits.push(reply.ms);
      if (reply.status !== 200) bad++;
      await later(Math.max(0, 5000 - reply.ms));
    }
  });
  await Promise.all(clients);
  figure(
    "30 clients asking every 5 s meanwhile: median, p95 (of 500 ms)",
    `${share(waits, 0.5).toFixed(0)} ms, ${share(waits, 0.95).toFixed(0)} ms`,
    share(waits, 0.95) <= 500 && bad === 0,
  );
  printing = false;
  await Promise.all(printers);
  figure("PDFs made in that time", printed, printed > 0);

  const readers = await Promise.all(Array.from({ length: 200 }, () => ask(home)));
  const shown = readers.filter((r) => r.status === 200);
  const told = readers.filter((r) => r.status === 503 && r.headers.get("Retry-After") !== null);
  figure(
    "200 readers of the shelf at once: shown, told to come back, neither; median",
    `${shown.length}, ${told.length}, ${200 - shown.length - told.length}; ${share(
      shown.map((r) => r.ms),
      0.5,
    ).toFixed(0)} ms`,
    shown.length + told.length === 200 && shown.length > 0,
  );

  const crowd = flood(server, 1000);
  const meanwhile: number[] = [];
  for (let i = 0; i < 15; i++) {
    const reply = await saveOf(home, edited, titleTo(revision, `In the crowd ${i}`));
    meanwhile.push(reply.ms);
    if (reply.status === 200) revision++;
  }
  const seen = await crowd;
  figure(
    "1000 in one moment: shown, told to come back, neither",
    `${seen.shown}, ${seen.told}, ${1000 - seen.shown - seen.told}`,
    seen.shown > 0 && seen.told > 0 && seen.shown + seen.told === 1000,
  );
  figure(
    "a save meanwhile, once the crowd has come in: median",
    `${share(meanwhile.slice(1), 0.5).toFixed(0)} ms`,
  );
  const pdfs = await Promise.all(
    Array.from({ length: 200 }, (_, i) => ask(`${home}/lessons/${lessons[i % lessons.length]}/times/csv`)),
  );
  const odd = pdfs.filter(
    (p) => p.status !== 200 && !(p.status === 503 && p.headers.get("Retry-After")),
  ).length;
  figure("200 exports at once that failed without a word", odd, odd === 0);
  await server.stop();
  rmSync(folder, { recursive: true });
}

/** So many that ask for the shelf in the very same moment, on lines that are open already. */
async function flood({ home }: Running, count: number): Promise<{ shown: number; told: number }> {
  const { hostname, port } = new URL(home);
  const lines = await Promise.all(
    Array.from(
      { length: count },
      () =>
        new Promise<Socket>((open) => {
          const line: Socket = connect(Number(port), hostname, () => open(line));
          line.on("error", () => {});
        }),
    ),
  );
  const heads = await Promise.all(
    lines.map(
      (line) =>
        new Promise<string>((heard) => {
          line.once("data", (chunk: Buffer) => {
            heard(chunk.toString("latin1"));
            line.destroy();
          });
          line.once("close", () => heard(""));
          line.write(`GET / HTTP/1.1\r\nHost: ${hostname}:${port}\r\n\r\n`);
        }),
    ),
  );
  return {
    shown: heads.filter((head) => head.startsWith("HTTP/1.1 200")).length,
    told: heads.filter((head) => head.startsWith("HTTP/1.1 503") && /Retry-After: \d/.test(head)).length,
  };
}

/** Five clients at work for some minutes: nothing fails, nothing grows. */
export async function soak(seconds: number): Promise<void> {
  part(`Soak: five clients for ${seconds} s`);
  const folder = newFolder();
  const server = await startServer(folder);
  const { home } = server;
  const lessons: string[] = [];
  for (const name of ["glasshouse", "crane-tower", "ticket-kiosk", "quay-crates", "footbridge-in-fog"])
    lessons.push(await bringIn(home, DEMO(name)));
  const until = performance.now() + seconds * 1000;
  const [waits, errors] = [[] as number[], [] as string[]];
  const samples: { memory: number; descriptors: number }[] = [];
  const note = (reply: { status: number; ms: number; text: string }, what: string) => {
    waits.push(reply.ms);
    if (reply.status !== 200) errors.push(`${what}: ${reply.status} ${reply.text.slice(0, 80)}`);
  };
  const client = async (i: number) => {
    const lesson = lessons[i] ?? "";
    for (let revision = 1; performance.now() < until; ) {
      for (let n = 0; n < 12; n++)
        note(await saveOf(home, lesson, titleTo(revision++, `Client ${i}, ${revision}`)), "save");
      note(await ask(`${home}/lessons/${lesson}/build`), "build");
      note(await ask(home), "shelf");
      note(await ask(`${home}/lessons/${lesson}/hand-out`), "hand out");
      note(await ask(`${home}/lessons/${lesson}/log`), "log");
      note(await ask(`${home}/lessons/${lesson}/bundle`), "bundle");
      await later(250);
    }
  };
  const watching = (async () => {
    while (performance.now() < until) {
      await later(5000);
      samples.push({ memory: memoryOf(server.pid), descriptors: descriptorsOf(server.pid) });
    }
  })();
  await Promise.all([...lessons.map((_, i) => client(i)), watching]);
  const half = samples.slice(Math.floor(samples.length / 2));
  const [mid, end] = [half[0], samples[samples.length - 1]];
  figure("requests; failed", `${waits.length}; ${errors.length} ${errors[0] ?? ""}`, errors.length === 0);
  figure("median, p95", `${share(waits, 0.5).toFixed(0)} ms, ${share(waits, 0.95).toFixed(0)} ms`);
  const grown = (end?.memory ?? 0) / (mid?.memory ?? 1);
  figure(
    "memory in the middle and at the end",
    `${mid?.memory.toFixed(0)} and ${end?.memory.toFixed(0)} MB`,
    grown < 1.25,
  );
  figure(
    "descriptors in the middle and at the end",
    `${mid?.descriptors} and ${end?.descriptors}`,
    (end?.descriptors ?? 0) - (mid?.descriptors ?? 0) <= 8,
  );
  await server.stop();
  rmSync(folder, { recursive: true });
}

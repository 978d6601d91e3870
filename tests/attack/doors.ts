import { existsSync, readdirSync, rmSync } from "node:fs";
import { connect } from "node:net";
import { join } from "node:path";
import { buffer } from "node:stream/consumers";
import { ZipFile } from "yazl";
import { box, smallMp4 } from "../unit/small-recordings.ts";
import { ask, bringIn, DEMO, saveOf } from "./client.ts";
import { figure, part } from "./report.ts";
import { descriptorsOf, memoryOf, newFolder, type Running, startServer } from "./server-process.ts";

const MB = 1024 ** 2;

/** What should not get in by HTTP: foreign pages, names, types, sizes, values, archives; and what should not leak. */
export async function doors(): Promise<void> {
  part("At the door");
  const folder = newFolder();
  const server = await startServer(folder);
  const { home } = server;
  const lesson = await bringIn(home, DEMO("quay-crates"));
  const before = (await ask(`${home}/lessons/${lesson}/file`)).text;
  const json = { "Content-Type": "application/json" };
  const title = JSON.stringify({
    intent: "changes",
    base: 1,
    changes: [{ id: "lesson", field: "title", value: "Not yours" }],
  });
  const statuses = async (asked: Promise<{ status: number }>[]) =>
    (await Promise.all(asked)).map((a) => a.status);

  const writes = [
    "/lessons/x/save",
    "/bundles",
    "/lessons/x/recording",
    "/?index",
    "/lessons/x/log",
    "/lessons/x/hand-out",
    "/lessons/x/save.data",
  ];
  const foreign = writes.flatMap((path) =>
    [
      { Origin: "http://127.0.0.1:9" },
      { Origin: "null" },
      { "Sec-Fetch-Site": "same-site" },
      { "Sec-Fetch-Site": "cross-site", Origin: home },
    ].map((headers) =>
      rawAsk(
        server,
        `${path.includes("bundles") || path.includes("recording") ? "PUT" : "POST"} ${path.replace("x", lesson)}`,
        { ...json, ...headers },
        title,
      ),
    ),
  );
  const refusedForeign = (await Promise.all(foreign)).filter((status) => status === 403).length;
  figure(
    "writes of foreign pages, by Origin and Sec-Fetch-Site, refused",
    `${refusedForeign} of ${foreign.length}`,
    refusedForeign === foreign.length,
  );
  const plain = await statuses(
    writes.map((path) =>
      ask(`${home}${path.replace("x", lesson)}`, {
        method: "POST",
        headers: { "Content-Type": "text/plain" },
        body: title,
      }),
    ),
  );
  figure(
    "the same as plain text",
    plain.join(" "),
    plain.every((s) => s === 415),
  );
  const hosts = await Promise.all(
    ["elsewhere.example", "127.0.0.1.elsewhere.example", `localhost.:${new URL(home).port}`].map((host) =>
      rawAsk(server, "GET /", { Host: host }),
    ),
  );
  figure(
    "asked under names that it was not told, and one that it was",
    hosts.join(" "),
    hosts.join(" ") === "421 421 200",
  );
  const policies = await Promise.all(
    [
      "/",
      "/mark.svg",
      `/lessons/${lesson}/file`,
      `/lessons/${lesson}/picture/x.svg`,
      "/media/none.mp4",
      "/nowhere",
    ].map((path) => ask(`${home}${path}`)),
  );
  const covered = policies.filter(
    (p) =>
      p.headers.get("Content-Security-Policy")?.includes("frame-ancestors 'none'") &&
      p.headers.get("X-Content-Type-Options") === "nosniff",
  ).length;
  figure(
    "pages, files, pictures and refusals with the same headers",
    `${covered} of ${policies.length}`,
    covered === policies.length,
  );

  const infinite = await saveOf(
    home,
    lesson,
    `{"intent":"changes","base":1,"changes":[{"id":"object/left-crate","field":"handles.fromLeftMm","value":1e400}]}`,
  );
  const evil = DEMO("quay-crates").replace(/"fromLeftMm": [\d.]+/, '"fromLeftMm": 1e400');
  const put = await bringIn(home, evil).then(
    () => "brought in",
    (error: Error) => (/ 400 /.test(error.message) ? "refused" : error.message.slice(0, 80)),
  );
  figure(
    "1e400 in an edit and in a lesson file",
    `${(JSON.parse(infinite.text) as { kind: string }).kind}, ${put}`,
    put === "refused" && infinite.text.includes("refused"),
  );
  const deep = await saveOf(
    home,
    lesson,
    `{"intent":"changes","base":1,"changes":[{"id":"lesson","field":"title","value":${"[".repeat(200_000)}${"]".repeat(200_000)}}]}`,
  );
  figure("a value nested 200,000 deep", deep.status, deep.status === 200 && deep.text.includes("nested"));
  figure("the shelf after these", (await ask(home)).status, (await ask(home)).status === 200);

  const many = (count: number) => ({
    intent: "changes",
    base: 1,
    changes: Array.from({ length: count }, (_, i) => ({
      id: "plan",
      field: "sessionMinutes",
      value: 30 + (i % 20),
    })),
  });
  const [few, lots, tooMany] = [
    await saveOf(home, lesson, many(2500)),
    await saveOf(home, lesson, { ...many(20_000), base: 2 }),
    await saveOf(home, lesson, many(40_000)),
  ];
  figure(
    "an edit of 20,000 changes, and how much longer than 2,500 takes (8 is linear)",
    `${lots.ms.toFixed(0)} ms, ${(lots.ms / few.ms).toFixed(1)} times`,
    lots.status === 200,
  );
  figure(
    "an edit of 40,000 changes is refused in words",
    `${tooMany.ms.toFixed(0)} ms`,
    tooMany.text.includes("at most 25000 changes"),
  );
  const start = memoryOf(server.pid);
  const large = await Promise.all(
    [10.5, 100].map((mb) =>
      ask(`${home}/lessons/${lesson}/save`, { method: "POST", headers: json, body: new Uint8Array(mb * MB) }),
    ),
  );
  const chunked = await rawAsk(
    server,
    `POST /lessons/${lesson}/save`,
    { ...json, "Transfer-Encoding": "chunked" },
    endless(60),
  );
  figure(
    "bodies of 10.5 and 100 MB, and one of 60 MB that does not say so",
    [...large.map((l) => l.status), chunked].join(" "),
    large.every((l) => l.status === 413 || l.status === 0) && chunked === 413,
  );
  figure(
    "memory that they cost",
    `${(memoryOf(server.pid) - start).toFixed(0)} MB`,
    memoryOf(server.pid) - start < 150,
  );

  await archives(server, folder);
  await leaks(server, lesson);

  const after = (await ask(`${home}/lessons/${lesson}/file`)).text;
  figure(
    "the lesson but for the edits that were meant",
    "the same",
    after.replace(/"sessionMinutes": \d+/, "") === before.replace(/"sessionMinutes": \d+/, ""),
  );
  figure("the server stops when it is asked to", await server.stop(), true);
  rmSync(folder, { recursive: true });
}

/** Bundles that unpack to far more than they are, reach outside their folder, or break off. */
async function archives(server: Running, folder: string): Promise<void> {
  const lesson = JSON.parse(DEMO("glasshouse")) as { takes: { video: { file: string } | null }[] };
  const file = "takes/take.mp4";
  const named = JSON.stringify({
    ...lesson,
    takes: lesson.takes.map((t) => ({ ...t, video: t.video && { ...t.video, file } })),
  });
  const put = async (files: Record<string, Buffer>) => {
    const zip = new ZipFile();
    for (const [name, bytes] of Object.entries(files)) zip.addBuffer(bytes, name);
    zip.end();
    const body = new Uint8Array(await buffer(zip.outputStream));
    return {
      size: body.length,
      reply: await ask(`${server.home}/bundles`, {
        method: "PUT",
        headers: { "Content-Type": "application/zip" },
        body,
      }),
    };
  };
  const files = join(folder, "files");
  const stored = () => (existsSync(files) ? readdirSync(files).length : 0);
  const before = stored();
  const film = Buffer.concat([box("ftyp", "isom"), box("moov"), box("mdat", Buffer.alloc(300 * MB))]);
  const bomb = await put({ "lesson.json": Buffer.from(named), [file]: film });
  figure(
    `a bundle of ${(bomb.size / MB).toFixed(1)} MB that unpacks to 300 MB`,
    `${bomb.reply.status}, ${stored() - before} files kept`,
    bomb.reply.status === 400 && stored() === before,
  );
  const document = await put({ "lesson.json": Buffer.alloc(200 * MB, 32) });
  figure("a document that unpacks to 200 MB", document.reply.status, document.reply.status === 400);
  // The archive's library refuses to write such a name: another of the same length is written, and changed in the bytes.
  const zip = new ZipFile();
  zip.addBuffer(Buffer.from(named.replaceAll("takes/take.mp4", "takesXtake.mp4")), "lesson.json");
  zip.addBuffer(smallMp4("x"), "xxxxxxtake.mp4");
  zip.end();
  const slip = Buffer.from(
    (await buffer(zip.outputStream)).toString("latin1").replaceAll("xxxxxxtake.mp4", "../../take.mp4"),
    "latin1",
  );
  const slipped = await ask(`${server.home}/bundles`, {
    method: "PUT",
    headers: { "Content-Type": "application/zip" },
    body: new Uint8Array(slip),
  });
  figure("a bundle with a name that reaches outside", slipped.status, slipped.status === 400);
  figure(
    "half files left of all these",
    readdirSync(join(folder, "files")).filter((n) => n.startsWith(".")).length,
    !readdirSync(join(folder, "files")).some((n) => n.startsWith(".")),
  );
}

/** Whoever goes away in the middle leaves nothing open. */
async function leaks(server: Running, lesson: string): Promise<void> {
  const film = Buffer.concat([box("ftyp", "isom"), box("moov"), box("mdat", Buffer.alloc(8 * MB, 7))]);
  const { text } = await ask(`${server.home}/lessons/${lesson}/recording`, {
    method: "PUT",
    headers: { "Content-Type": "video/mp4", "X-File-Name": "long.mp4" },
    body: new Uint8Array(film),
  });
  const { file } = JSON.parse(text) as { file: string };
  const document = JSON.parse(DEMO("quay-crates")) as object;
  const take = {
    id: "take-1",
    label: "long",
    narration: null,
    corners: null,
    anchors: {},
    video: { file, durationMs: 9000, widthPx: 4, heightPx: 3 },
  };
  const filmed = await bringIn(
    server.home,
    JSON.stringify({ ...document, takes: [take], currentTake: "take-1" }),
  );
  // What the first reading loads once is not a leak.
  await ask(`${server.home}/lessons/${filmed}/bundle`);
  await new Promise((later) => setTimeout(later, 300));
  const before = descriptorsOf(server.pid);
  for (const path of [`/lessons/${filmed}/bundle`, `/media/${file}`, `/lessons/${filmed}/watch`])
    for (let round = 0; round < 10; round++)
      await Promise.all(Array.from({ length: 20 }, (_, i) => breakOff(server, path, 5 + i * 4)));
  const open = (await settledDescriptors(server.pid, before + 3)) - before;
  figure("descriptors still open after 600 downloads broken off in the middle", open, open <= 3);
  const half = Array.from({ length: 40 }, (_, i) =>
    breakOff(server, `/lessons/${filmed}/recording`, 20 + i, "PUT"),
  );
  await Promise.all(half);
  const openAfterUploads = (await settledDescriptors(server.pid, before + 3)) - before;
  figure("and after 40 uploads broken off", openAfterUploads, openAfterUploads <= 3);
}

/** Open descriptors once they are no more than so many; what a minute does not close is open for good. */
async function settledDescriptors(pid: number, most: number): Promise<number> {
  for (let tries = 0; tries < 600 && descriptorsOf(pid) > most; tries++)
    await new Promise((later) => setTimeout(later, 100));
  return descriptorsOf(pid);
}

function breakOff(server: Running, path: string, afterMs: number, method = "GET"): Promise<void> {
  return new Promise((done) => {
    const { hostname, port } = new URL(server.home);
    const socket = connect(Number(port), hostname, () => {
      const body =
        method === "PUT"
          ? `Content-Type: video/mp4\r\nContent-Length: 5000000\r\n\r\n${"x".repeat(50_000)}`
          : "\r\n";
      socket.write(`${method} ${path} HTTP/1.1\r\nHost: ${hostname}:${port}\r\n${body}`);
      setTimeout(() => {
        socket.resetAndDestroy();
        done();
      }, afterMs);
    });
    socket.on("error", () => done());
  });
}

function* endless(megabytes: number): Generator<string> {
  for (let i = 0; i < megabytes; i++) yield "1".repeat(MB);
}

/** Asks by hand, with headers that no browser or library would let one set; the status, or 0 when the line broke. */
function rawAsk(
  server: Running,
  asked: string,
  headers: Record<string, string>,
  body: string | Generator<string> = "",
): Promise<number> {
  return new Promise((answered) => {
    const { hostname, port } = new URL(server.home);
    const socket = connect(Number(port), hostname, async () => {
      const all = {
        Host: `${hostname}:${port}`,

        ...(typeof body === "string" ? { "Content-Length": String(Buffer.byteLength(body)) } : {}),
        ...headers,
      };
      socket.write(
        `${asked} HTTP/1.1\r\n${Object.entries(all)
          .map(([k, v]) => `${k}: ${v}\r\n`)
          .join("")}\r\n`,
      );
      if (typeof body === "string") return void socket.write(body);
      for (const piece of body) {
        if (socket.destroyed) return;
        const more = socket.write(`${piece.length.toString(16)}\r\n${piece}\r\n`);
        if (!more)
          await Promise.race([
            new Promise((drained) => socket.once("drain", drained)),
            new Promise((closed) => socket.once("close", closed)),
          ]);
      }
      if (!socket.destroyed) socket.write("0\r\n\r\n");
    });
    let said = "";
    socket.setTimeout(20_000, () => socket.destroy());
    socket.on("data", (chunk) => {
      said += chunk.toString("latin1");
      const status = /^HTTP\/1\.1 (\d+)/.exec(said)?.[1];
      if (!status) return;
      answered(Number(status));
      socket.destroy();
    });
    socket.on("error", () => answered(0));
    socket.on("close", () => answered(0));
  });
}

import { pbkdf2 } from "node:crypto";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { type IncomingHttpHeaders, request, type Server } from "node:http";
import { type AddressInfo, connect } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { promisify } from "node:util";
import fc from "fast-check";
import { afterAll, beforeAll, describe, expect, test, vi } from "vitest";
import { readAddresses } from "../../server/http/addresses.ts";
import { contextOf, type FrontDoor, openFrontDoor } from "../../server/http/front-door.server.ts";
import { openLimiter } from "../../server/http/limiter.ts";
import { openGate } from "../../server/http/passphrase.server.ts";
import { type Asked, nameOfHost, whyTurnedAway } from "../../server/http/turned-away.ts";

const LOOPBACK = new Set(["localhost", "127.0.0.1", "[::1]"]);

describe("who is answered", () => {
  const own: Asked = {
    method: "POST",
    host: "127.0.0.1:4310",
    origin: "http://127.0.0.1:4310",
    site: "same-origin",
    mode: "cors",
    dest: "empty",
    contentType: "application/json",
    hasBody: true,
  };
  const status = (over: Partial<Asked>) => whyTurnedAway({ ...own, ...over }, LOOPBACK)?.status ?? 200;

  test("the app's own pages, and programs that are no browser", () => {
    expect(status({})).toBe(200);
    expect(status({ origin: undefined, site: undefined, mode: undefined, dest: undefined })).toBe(200);
    expect(status({ contentType: "multipart/form-data; boundary=x" })).toBe(200);
    expect(status({ contentType: undefined, hasBody: false })).toBe(200);
    expect(status({ method: "PUT", contentType: "video/mp4" })).toBe(200);
    expect(status({ host: "[::1]:4310", origin: "http://[::1]:4310" })).toBe(200);
    // A proxy that ends TLS passes the name on, and the page's scheme is another.
    expect(
      whyTurnedAway({ ...own, host: "quay.school", origin: "https://quay.school" }, new Set(["quay.school"])),
    ).toBeNull();
  });

  test("no write from a page elsewhere, on whatever port, under whatever type", () => {
    for (const origin of [
      "http://127.0.0.1:9999",
      "https://elsewhere.example",
      "null",
      "file://",
      "http://localhost:4310",
    ])
      for (const site of [undefined, "same-site", "cross-site", "same-origin"])
        for (const contentType of ["application/json", "application/x-www-form-urlencoded", "video/mp4"])
          for (const method of ["POST", "PUT"])
            expect(status({ origin, site, contentType, method })).not.toBe(200);
    for (const site of ["same-site", "cross-site"]) expect(status({ origin: undefined, site })).toBe(403);
  });

  test("no name it was not told, as one that a foreign page has pointed here", () => {
    for (const host of [
      "elsewhere.example",
      "127.0.0.1.elsewhere.example",
      "",
      undefined,
      "localhost@elsewhere.example",
      "a b",
    ])
      for (const method of ["GET", "POST"]) expect(status({ host, method })).toBe(421);
  });

  test("no type that a foreign form can send, and no other kind of request", () => {
    for (const contentType of [
      "text/plain",
      "text/plain;application/json",
      "",
      undefined,
      "application/jsonp",
    ])
      expect(status({ contentType })).toBe(415);
    for (const method of ["DELETE", "PATCH", "OPTIONS", "TRACE"]) expect(status({ method })).toBe(405);
  });

  test("a link from elsewhere leads here; nothing is shown inside another page, or read by it", () => {
    const get = { method: "GET", contentType: undefined, hasBody: false, origin: undefined } as const;
    for (const site of ["cross-site", "same-site"]) {
      expect(status({ ...get, site, mode: "navigate", dest: "document" })).toBe(200);
      for (const dest of ["iframe", "embed", "object", "image", "script", "video", "empty"])
        expect(status({ ...get, site, mode: dest === "iframe" ? "navigate" : "no-cors", dest })).toBe(403);
    }
    expect(status({ ...get, site: "none", mode: "navigate", dest: "document" })).toBe(200);
    expect(status({ ...get, site: undefined, mode: undefined, dest: undefined })).toBe(200);
  });

  test("a host header gives a name or none, whatever it holds", () => {
    fc.assert(
      fc.property(fc.string({ unit: "binary-ascii" }), (host) => {
        const name = nameOfHost(host);
        expect(name === null || /^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)$/.test(name)).toBe(true);
      }),
    );
    expect(nameOfHost("LOCALHOST.:80")).toBe("localhost");
  });
});

describe("where the server listens", () => {
  test("on this machine alone, unless it is told otherwise and asks for a passphrase", () => {
    const read = (env: Record<string, string>, has = false) => readAddresses(env, has);
    expect(read({})).toMatchObject({ host: "127.0.0.1", port: 4310, beyond: false });
    for (const host of ["127.0.0.1", "localhost", "::1", "127.9.9.9"])
      expect(read({ REGULANDA_LISTEN: host })).toMatchObject({ beyond: false });
    for (const env of [
      { REGULANDA_LISTEN: "0.0.0.0" },
      { REGULANDA_LISTEN: "::" },
      { REGULANDA_LISTEN: "192.0.2.7" },
      { REGULANDA_NAMES: "quay.school" },
    ]) {
      expect(read(env)).toMatch(/Set REGULANDA_PASSPHRASE first/);
      expect(read(env, true)).toMatchObject({ beyond: true });
    }
    const told = read({ REGULANDA_LISTEN: "192.0.2.7", REGULANDA_NAMES: "Quay.School, b.example" }, true);
    expect(typeof told === "string" ? [] : [...told.names]).toEqual(
      expect.arrayContaining(["localhost", "192.0.2.7", "quay.school", "b.example"]),
    );
    expect(read({ REGULANDA_NAMES: "https://quay.school" }, true)).toMatch(/without a scheme/);
    expect(read({ PORT: "http" })).toMatch(/a port is a whole number/);
  });
});

describe("the door", () => {
  const folder = mkdtempSync(join(tmpdir(), "regulanda-door-"));
  const servers: Server[] = [];
  const log: string[] = [];
  let gate: FrontDoor["gate"];
  beforeAll(async () => {
    mkdirSync(join(folder, "assets"));
    writeFileSync(join(folder, "assets", "app.js"), "1");
    writeFileSync(join(folder, ".secret"), "1");
    gate = await openGate("reeds along the quay", Buffer.from("a key"));
  });
  afterAll(() => {
    for (const server of servers) server.close();
    rmSync(folder, { recursive: true });
  });

  const open = async (over: Partial<FrontDoor> = {}): Promise<number> => {
    const door = openFrontDoor({
      names: LOOPBACK,
      gate: null,
      limiter: openLimiter(),
      clientFolder: folder,
      log: (line) => log.push(line),
      answer: (req, res) => {
        if (req.path === "/fault") throw new Error("inner words");
        const context = contextOf(res);
        res.send(JSON.stringify({ ...context, gate: context.gate !== null, path: req.path }));
      },
      ...over,
    });
    const server = door.listen(0, "127.0.0.1");
    servers.push(server);
    await new Promise((listening) => server.once("listening", listening));
    return (server.address() as AddressInfo).port;
  };
  const ask = (port: number, path: string, headers: Record<string, string> = {}, method = "GET", body = "") =>
    new Promise<{ status: number; headers: IncomingHttpHeaders; text: string }>((answered, failed) => {
      const asked = request(
        { port, host: "127.0.0.1", path, method, headers: { host: `127.0.0.1:${port}`, ...headers } },
        (res) => {
          let text = "";
          res.setEncoding("utf8");
          res.on("data", (chunk: string) => {
            text += chunk;
          });
          res.on("end", () => answered({ status: res.statusCode ?? 0, headers: res.headers, text }));
        },
      );
      asked.on("error", failed);
      asked.end(body);
    });

  test("every answer carries the same headers: pages, files, refusals, faults", async () => {
    const logged = vi.spyOn(console, "error").mockImplementation(() => {});
    const port = await open();
    const nonces = new Set<string>();
    for (const [path, headers, status] of [
      ["/", {}, 200],
      ["/assets/app.js", {}, 200],
      ["/media/x.mp4", {}, 200],
      ["/fault", {}, 500],
      ["/%E0%A4%A", {}, 200],
      ["/", { host: "elsewhere.example" }, 421],
      ["/", { "sec-fetch-site": "cross-site", "sec-fetch-mode": "no-cors", "sec-fetch-dest": "image" }, 403],
    ] as [string, Record<string, string>, number][]) {
      const said = await ask(port, path, headers);
      expect([path, said.status]).toEqual([path, status]);
      expect(said.headers["x-content-type-options"]).toBe("nosniff");
      expect(said.headers["x-frame-options"]).toBe("DENY");
      expect(said.headers["cross-origin-resource-policy"]).toBe("same-origin");
      expect(said.headers["access-control-allow-origin"]).toBeUndefined();
      expect(said.headers["x-powered-by"]).toBeUndefined();
      const policy = String(said.headers["content-security-policy"]);
      expect(policy).toMatch(/frame-ancestors 'none'/);
      expect(policy).not.toMatch(/script-src[^;]*unsafe/);
      // Content Security Policy Level 3, 6: each of these is the page's own or nothing, and none falls open by being left out.
      expect(Object.fromEntries(policy.split(";").map((d) => d.trim().split(/ (.*)/)))).toMatchObject({
        "default-src": "'self'",
        "style-src": "'self' 'unsafe-inline'",
        "font-src": "'self' data:",
        "img-src": "'self' data: blob:",
        "media-src": "'self' blob:",
        "worker-src": "'self' blob:",
        "connect-src": "'self'",
        "object-src": "'none'",
        "base-uri": "'self'",
        "form-action": "'self'",
      });
      nonces.add(/'nonce-([^']+)'/.exec(policy)?.[1] ?? "");
      expect(said.text).not.toContain("inner words");
    }
    // Whoever looks after the server finds the fault with its place; whoever asked does not.
    expect(logged.mock.calls.map(([error]) => (error as Error).message)).toEqual(["inner words"]);
    logged.mockRestore();
    expect(nonces.size).toBe(7);
    // The page is given the very nonce that its policy names.
    const page = await ask(port, "/");
    expect(page.headers["content-security-policy"]).toContain(
      (JSON.parse(page.text) as { nonce: string }).nonce,
    );
  });

  test("files beside the app's own are not given out; the log has no words that were looked for", async () => {
    const port = await open();
    for (const path of ["/.secret", "/assets/../.secret", "/assets/%2e%2e/.secret", "/assets/..%2f.secret"])
      expect((await ask(port, path)).text).not.toBe("1");
    log.length = 0;
    await ask(port, "/?find=somebody");
    expect(log.join("")).toMatch(/GET \/ 200/);
    expect(log.join("")).not.toContain("somebody");
  });

  test("what says it is too large is refused before it is read", async () => {
    const port = await open();
    const length = { "content-length": String(11 * 1024 ** 2), "content-type": "application/json" };
    const said = await new Promise<number>((answered) => {
      const asked = request(
        {
          port,
          host: "127.0.0.1",
          path: "/lessons/a/save",
          method: "POST",
          headers: { host: `127.0.0.1:${port}`, ...length },
        },
        (res) => {
          answered(res.statusCode ?? 0);
          asked.destroy();
        },
      );
      asked.on("error", () => {});
      asked.write("{");
    });
    expect(said).toBe(413);
  });

  test("a passphrase stands before everything but the app's own files and the place to enter it", async () => {
    const port = await open({ gate });
    const page = await ask(port, "/lessons/a/build?step=x", { accept: "text/html" });
    expect([page.status, page.headers.location]).toEqual([
      303,
      "/enter?to=%2Flessons%2Fa%2Fbuild%3Fstep%3Dx",
    ]);
    for (const path of ["/media/x.mp4", "/lessons/a/file", "/_root.data", "/lessons/a/watch"])
      expect([path, (await ask(port, path)).status]).toEqual([path, 401]);
    expect(
      (await ask(port, "/lessons/a/save", { "content-type": "application/json" }, "POST", "{}")).status,
    ).toBe(401);
    for (const path of ["/enter", "/__manifest", "/assets/app.js"])
      expect((await ask(port, path)).status).toBe(200);
    const entered = await gate?.enter("reeds along the quay", "127.0.0.9", false);
    const cookie = entered?.kind === "in" ? (entered.cookie.split(";")[0] ?? "") : "";
    expect((await ask(port, "/media/x.mp4", { cookie })).status).toBe(200);
  });

  test("only a proxy on this machine may say for whom it asks", async () => {
    const port = await open();
    const said = JSON.parse(
      (
        await ask(port, "/", {
          "x-forwarded-for": "203.0.113.9",
          "x-forwarded-proto": "https",
          "x-forwarded-host": "elsewhere.example",
        })
      ).text,
    ) as Record<string, unknown>;
    expect(said).toMatchObject({ address: "203.0.113.9", secure: true });
  });

  test("beyond its room it says when to come back; nobody's slow reading or going away keeps a turn", async () => {
    let inside = 0;
    const go: (() => void)[] = [];
    const port = await open({
      limiter: openLimiter(
        {
          read: { atOnce: 2, waiting: 1 },
          write: { atOnce: 1, waiting: 1 },
          upload: { atOnce: 1, waiting: 1 },
          stream: { atOnce: 1, waiting: 1 },
          watch: { atOnce: 1, waiting: 0 },
        },
        5000,
      ),
      answer: (_req, res) => {
        inside++;
        go.push(() => res.send("done"));
      },
    });
    const refused: Awaited<ReturnType<typeof ask>>[] = [];
    const asked = Array.from({ length: 5 }, () =>
      ask(port, "/").then((answer) => {
        if (answer.status === 503) refused.push(answer);
        return answer;
      }),
    );
    // All five have come before any is let go.
    await expect.poll(() => refused.length).toBe(2);
    expect(refused.map((r) => r.headers["retry-after"])).toEqual(["3", "3"]);
    expect(inside).toBe(2);
    while (inside < 3) {
      go.shift()?.();
      await new Promise((later) => setTimeout(later, 5));
    }
    for (const answer of go) answer();
    const statuses = (await Promise.all(asked)).map((a) => a.status).sort();
    expect(statuses).toEqual([200, 200, 200, 503, 503]);
  });

  test("whoever goes before their turn is asked for takes none", async () => {
    const one = { atOnce: 1, waiting: 1 };
    const port = await open({
      limiter: openLimiter({ read: one, write: one, upload: one, stream: one, watch: one }, 500),
      // As the app does: an answer to nobody is not begun.
      answer: (_req, res) => {
        if (!res.destroyed) res.send("done");
      },
    });
    // The door looks for a file first; here that takes longer than the asker stays.
    const busy = Array.from({ length: 8 }, () => promisify(pbkdf2)("a", "b", 100_000, 64, "sha512"));
    const socket = connect(port, "127.0.0.1");
    await new Promise((written) =>
      socket.write(`GET / HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\n\r\n`, written),
    );
    await new Promise((later) => setTimeout(later, 20));
    socket.destroy();
    await Promise.all(busy);
    expect((await ask(port, "/")).text).toBe("done");
  });
});

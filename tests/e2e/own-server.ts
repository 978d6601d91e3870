import { rmSync } from "node:fs";
import { bringIn, DEMO as textOf } from "../attack/client.ts";
import { freePort, newFolder, type Running, startServer } from "../attack/server-process.ts";
import { test as base, expect } from "./bench-hand.ts";

/** A server of its own, which can be broken without the other tests noticing. */
export interface Own {
  server: Running;
  readonly folder: string;
  readonly port: number;
  /** The lesson that stands on its shelf; none behind a passphrase. */
  readonly lesson: string;
  restart(env?: Record<string, string>): Promise<void>;
  end(): Promise<void>;
}

async function ownServer(env: Record<string, string> = {}, demo = "quay-crates"): Promise<Own> {
  const [folder, port] = [newFolder(), await freePort()];
  const server = await startServer(folder, { env, port });
  const lesson = env.REGULANDA_PASSPHRASE ? "" : await bringIn(server.home, textOf(demo));
  const one: Own = {
    server,
    folder,
    port,
    lesson,
    restart: async (next = {}) => {
      await one.server.kill();
      one.server = await startServer(folder, { env: next, port });
    },
    end: async () => {
      await one.server.kill();
      rmSync(folder, { recursive: true, force: true });
    },
  };
  return one;
}

/** Tests that ask for servers of their own, which end with them. */
export const test = base.extend<{ own: typeof ownServer }>({
  own: async ({ page }, use) => {
    const all: Own[] = [];
    await use(async (...how) => {
      const one = await ownServer(...how);
      all.push(one);
      return one;
    });
    // A page that is still loading would report what its server's end cuts off.
    await page.goto("about:blank");
    for (const one of all) await one.end();
  },
});

export { expect };

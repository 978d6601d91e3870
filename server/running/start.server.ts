import { createServer } from "node:http";
import { join } from "node:path";
import type { Express } from "express";
import { dropTakenOut } from "../classes.server.ts";
import { DATABASE_FILE, type Db, database, dataFolder } from "../db/database.server.ts";
import { StoreTrouble, troubleOf } from "../db/store-trouble.ts";
import { sweepIncoming } from "../files/store.server.ts";
import { type Addresses, readAddresses } from "../http/addresses.ts";
import { type Gate, openGate, whyNoPassphrase } from "../http/passphrase.server.ts";
import { closePool } from "../jobs/pool.server.ts";
import { LONGEST_SILENCE_MS } from "../limits.ts";
import { copyOfDay, lastGoodCopy, whatIsWrong } from "./copies.server.ts";
import { type HeldFolder, holdFolder, saidOfHeld } from "./folder-lock.server.ts";
import { serverKey } from "./server-key.server.ts";

/** What the door is opened with. */
export interface Started {
  readonly addresses: Addresses;
  readonly gate: Gate | null;
}

/** How often it is looked whether a new day's copy is due. */
const COPY_EVERY_MS = 3_600_000;
/** Answers under way at the end are waited for so long. */
const LAST_ANSWERS_MS = 3000;

/** The server cannot start; its message is for whoever starts it. */
class CannotStart extends Error {}

/**
 * Starts the server: takes its folder, looks over what lies there, clears away what a broken end left, listens. When it
 * cannot, says why and ends with 1. `openDoor` makes the door once it is known under which names it answers.
 */
export async function start(openDoor: (started: Started) => Express, env = process.env): Promise<void> {
  let held: HeldFolder | undefined;
  try {
    const started = await readSettings(env);
    const folder = dataFolder();
    const taken = holdFolder(folder);
    if ("heldBy" in taken) throw new CannotStart(saidOfHeld(folder, taken.heldBy));
    held = taken;
    await openStore(folder);
    const swept = await sweepIncoming(folder);
    if (swept > 0)
      console.log(`${swept} uploads that the last end of the server broke off were cleared away.`);
    await listen(openDoor(started), started.addresses, folder, taken);
    keepCopies(folder);
  } catch (error) {
    held?.release();
    const said = error instanceof CannotStart ? error : troubleOf(error);
    console.error(said ? `Regulanda did not start. ${said.message}` : error);
    process.exit(1);
  }
}

async function readSettings(env: NodeJS.ProcessEnv): Promise<Started> {
  const passphrase = env.REGULANDA_PASSPHRASE || null;
  // Whatever is started from here has no need of it.
  delete env.REGULANDA_PASSPHRASE;
  const addresses = readAddresses(env, passphrase !== null);
  if (typeof addresses === "string") throw new CannotStart(addresses);
  if (passphrase === null) return { addresses, gate: null };
  const why = whyNoPassphrase(passphrase);
  if (why) throw new CannotStart(why);
  return { addresses, gate: await openGate(passphrase, serverKey(dataFolder())) };
}

/** Opens the database; one that is damaged or gone is named, and the copy that can be brought back. */
async function openStore(folder: string): Promise<Db> {
  try {
    const db = database();
    const wrong = whatIsWrong(join(folder, DATABASE_FILE));
    if (wrong)
      throw new StoreTrouble(
        "damaged",
        `The lessons' database ${join(folder, DATABASE_FILE)} is damaged (${wrong}).`,
      );
    dropTakenOut(db);
    return db;
  } catch (error) {
    const trouble = troubleOf(error);
    if (trouble?.reason !== "damaged" && trouble?.reason !== "gone") throw error;
    const copy = await lastGoodCopy(folder);
    const offer = copy
      ? `The last good copy is of ${copy.day}. Bring it back with: npm run restore -- ${copy.path}`
      : "There is no copy of it in this folder. Bring a backup back with: npm run restore -- FOLDER";
    throw new CannotStart(
      `${trouble.message} Nothing was changed. ${offer} (what lies there now is kept beside it).`,
    );
  }
}

/** A copy of the database for every day the server runs. That one cannot be made is told, and stops nothing. */
function keepCopies(folder: string): void {
  const copy = () =>
    copyOfDay(folder).catch((error: unknown) =>
      console.error(
        `Today's copy of the database was not made. ${error instanceof Error ? error.message : ""}`,
      ),
    );
  void copy();
  setInterval(copy, COPY_EVERY_MS).unref();
}

function listen(app: Express, { host, port }: Addresses, folder: string, held: HeldFolder): Promise<void> {
  const server = createServer(app);
  // An upload lasts as long as its line needs; what falls silent is ended.
  server.requestTimeout = 0;
  server.setTimeout(LONGEST_SILENCE_MS);
  const end = () => {
    server.close(() => void closePool().finally(() => process.exit(0)));
    setTimeout(() => server.closeAllConnections(), LAST_ANSWERS_MS).unref();
    // Windows that listen would keep it open for good.
    server.closeIdleConnections();
  };
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.once(signal, end);
  process.once("exit", () => held.release());
  return new Promise((listening, failed) => {
    server.once("error", (error: NodeJS.ErrnoException) =>
      failed(
        error.code === "EADDRINUSE"
          ? new CannotStart(`Port ${port} on ${host} is taken by another program; set PORT to another one.`)
          : error.code === "EADDRNOTAVAIL" || error.code === "EACCES"
            ? new CannotStart(`It cannot listen on ${host}, port ${port}: ${error.message}.`)
            : error,
      ),
    );
    server.listen(port, host, () => {
      const at = server.address();
      const shown = typeof at === "object" && at ? at.port : port;
      const name = host.includes(":") ? `[${host}]` : host;
      const address = `http://${name}:${shown}`;
      held.tell({ address, process: process.pid });
      console.log(
        `Regulanda is open at ${address}\nYour lessons are kept in ${folder}. Stop it with Ctrl+C.`,
      );
      listening();
    });
  });
}

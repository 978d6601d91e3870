// Brings a backup, or one day's copy of the database, back into the data folder. The app must not run on it.
import { existsSync } from "node:fs";
import { resolve } from "node:path";
import { dataFolder } from "../server/db/database.server.ts";
import { troubleOf } from "../server/db/store-trouble.ts";
import { bringBack } from "../server/running/copies.server.ts";
import { holdFolder, saidOfHeld } from "../server/running/folder-lock.server.ts";

const [given] = process.argv.slice(2);
const from = resolve(given ?? "");
const folder = dataFolder();
if (!given || !existsSync(from)) {
  console.error(
    given
      ? `There is nothing at ${from}. Nothing was changed.`
      : "Say what from: npm run restore -- FOLDER, or one of the files in the data folder's copies",
  );
  process.exit(2);
}
const held = holdFolder(folder);
if ("heldBy" in held) {
  console.error(`Nothing was changed. ${saidOfHeld(folder, held.heldBy)}`);
  process.exit(1);
}
try {
  const { kept, copied, missing } = await bringBack(from, folder);
  console.log(`The lessons of ${from} are back in ${folder}, with ${copied} recordings brought back.`);
  if (kept) console.log(`What lay there before is kept as ${kept}.`);
  if (missing.length > 0)
    console.error(
      `${missing.length} recordings are not there: ${missing.join(", ")}. Their lessons say so where they are played.`,
    );
} catch (error) {
  console.error(troubleOf(error)?.message ?? error);
  process.exitCode = 1;
} finally {
  held.release();
}

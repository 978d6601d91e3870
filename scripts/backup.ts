// Writes a backup of the lessons and their recordings into a folder, while the app runs or not.
import { resolve } from "node:path";
import { dataFolder } from "../server/db/database.server.ts";
import { troubleOf } from "../server/db/store-trouble.ts";
import { backUp } from "../server/running/copies.server.ts";

const [into] = process.argv.slice(2);
if (!into) {
  console.error("Say where to: npm run backup -- FOLDER");
  process.exit(2);
}
try {
  const { files, copied, missing } = await backUp(dataFolder(), resolve(into));
  console.log(
    `${dataFolder()} is backed up in ${resolve(into)}: the database, and ${files} recordings (${copied} of them new there).`,
  );
  if (missing.length > 0) {
    console.error(
      `${missing.length} recordings are named in the database and not in the store: ${missing.join(", ")}. They are not in the backup.`,
    );
    process.exitCode = 1;
  }
} catch (error) {
  const trouble = troubleOf(error);
  console.error(`No backup was made. ${trouble?.message ?? (error instanceof Error ? error.message : "")}`);
  process.exit(1);
}

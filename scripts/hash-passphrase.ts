// Prints the hash of a passphrase typed in, to be set as REGULANDA_PASSPHRASE where the phrase itself should not stand.
import { createInterface } from "node:readline/promises";
import { hash } from "@node-rs/argon2";
import { SHORTEST_PASSPHRASE } from "../server/http/passphrase.server.ts";

const asked = createInterface({ input: process.stdin, output: process.stderr });
const phrase = await asked.question("Passphrase: ");
asked.close();
if (phrase.length < SHORTEST_PASSPHRASE) {
  console.error(
    `It has ${phrase.length} signs; take at least ${SHORTEST_PASSPHRASE}, several words for example.`,
  );
  process.exit(1);
}
console.log(await hash(phrase));

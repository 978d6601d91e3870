import { isIP } from "node:net";
import { networkInterfaces } from "node:os";
import { nameOfHost } from "./turned-away.ts";

/** Where the server listens, and the names under which it answers. */
export interface Addresses {
  readonly host: string;
  readonly port: number;
  readonly names: ReadonlySet<string>;
  /** Whether it can be asked from other machines. */
  readonly beyond: boolean;
}

const LOOPBACK = ["localhost", "127.0.0.1", "[::1]"];
const DEFAULT_PORT = 4310;

/**
 * Reads REGULANDA_LISTEN, PORT and REGULANDA_NAMES (names separated by commas). Returns why the server cannot start with them as a
 * string: a word for the person who starts it.
 */
export function readAddresses(
  env: Readonly<Record<string, string | undefined>>,
  hasPassphrase: boolean,
): Addresses | string {
  const host = env.REGULANDA_LISTEN?.trim() || "127.0.0.1";
  const port = Number(env.PORT?.trim() || DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 0 || port > 65_535)
    return `PORT is "${env.PORT}"; a port is a whole number up to 65535.`;
  const told = (env.REGULANDA_NAMES ?? "")
    .split(",")
    .map((n) => n.trim().toLowerCase())
    .filter(Boolean);
  const wrong = told.find((n) => nameOfHost(n) !== n);
  if (wrong !== undefined)
    return `REGULANDA_NAMES names "${wrong}"; give names alone, without a scheme, port or path, separated by commas.`;
  const listensBeyond = !isLoopback(host);
  const beyond = listensBeyond || told.some((n) => !isLoopback(n));
  if (beyond && !hasPassphrase)
    return `${listensBeyond ? `REGULANDA_LISTEN is ${host}` : `REGULANDA_NAMES names ${told.find((n) => !isLoopback(n))}`}: that is more than this machine, and everybody who reaches it could read and change every lesson. Set REGULANDA_PASSPHRASE first, or leave ${listensBeyond ? "REGULANDA_LISTEN" : "REGULANDA_NAMES"} out.`;
  return {
    host,
    port,
    names: new Set([...LOOPBACK, ...told, ...(listensBeyond ? ownAddresses(host) : [])]),
    beyond,
  };
}

function isLoopback(name: string): boolean {
  const bare = name.replace(/^\[|\]$/g, "");
  return bare === "localhost" || bare === "::1" || (isIP(bare) === 4 && bare.startsWith("127."));
}

/** The address itself, or all that this machine has where it listens on every one: no foreign name can point to those. */
function ownAddresses(host: string): string[] {
  const all = Object.values(networkInterfaces()).flatMap((list) => list ?? []);
  const listed = host === "0.0.0.0" || host === "::" ? all.map((a) => a.address) : [host];
  return listed.map((a) => (isIP(a) === 6 ? `[${a.split("%")[0]}]` : a.toLowerCase()));
}

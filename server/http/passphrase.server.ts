import { createHmac, randomBytes, timingSafeEqual } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { parseCookie, stringifySetCookie } from "cookie";
import { RateLimiterMemory } from "rate-limiter-flexible";

/** Shorter ones are guessed. */
export const SHORTEST_PASSPHRASE = 12;
/** What is longer is no phrase; hashing it would only keep the machine busy. */
const LONGEST_PASSPHRASE = 500;
/** A teacher's week. */
const SESSION_MS = 7 * 24 * 3_600_000;
const COOKIE = "regulanda-session";

/** Wrong guesses from one address, and from all together, before the next is put off. */
const GUESSES = { each: 5, all: 50, inSeconds: 300 };

type Entered =
  /** The Set-Cookie header that lets its holder in. */
  | { readonly kind: "in"; readonly cookie: string }
  | { readonly kind: "wrong" }
  | { readonly kind: "later"; readonly seconds: number };

/** What stands between the lessons and whoever reaches the server from another machine. */
export interface Gate {
  /** Takes a guess from an address. `secure`: the page came over TLS. */
  enter(passphrase: string, address: string, secure: boolean): Promise<Entered>;
  /** Whether a Cookie header holds a session that was given out and has not ended. */
  isInside(cookieHeader: string | undefined): boolean;
}

/** Why a passphrase will not do, in words; null when it will. One that is hashed already is taken as it is. */
export function whyNoPassphrase(passphrase: string): string | null {
  if (passphrase.startsWith("$argon2")) return null;
  return passphrase.length < SHORTEST_PASSPHRASE
    ? `REGULANDA_PASSPHRASE has ${passphrase.length} signs; take at least ${SHORTEST_PASSPHRASE}, several words for example.`
    : null;
}

/**
 * A gate that opens for one passphrase, given as it is or as its Argon2id hash (RFC 9106). Sessions are a time signed with
 * a key made of the hash and the server's own: another passphrase ends them all. Guesses are counted per address.
 */
export async function openGate(
  passphrase: string,
  serverKey: Buffer,
  now: () => number = Date.now,
): Promise<Gate> {
  const hashed = passphrase.startsWith("$argon2") ? passphrase : await hash(passphrase);
  // A hash given out anew for the same phrase must not end the sessions: the phrase itself goes into the key where it is known.
  const key = createHmac("sha256", serverKey).update(passphrase).digest();
  const each = new RateLimiterMemory({ points: GUESSES.each, duration: GUESSES.inSeconds });
  const all = new RateLimiterMemory({ points: GUESSES.all, duration: GUESSES.inSeconds });
  const sign = (until: string) => createHmac("sha256", key).update(until).digest("base64url");
  return {
    enter: async (guess, address, secure) => {
      // Counted before it is looked at: many at once are many.
      const counted = await Promise.all([each.penalty(address), all.penalty("all")]);
      const most = [GUESSES.each, GUESSES.all];
      const full = counted.filter((c, i) => c.consumedPoints > (most[i] ?? 0));
      if (full.length > 0)
        return { kind: "later", seconds: Math.ceil(Math.max(...full.map((c) => c.msBeforeNext)) / 1000) };
      const right = guess.length <= LONGEST_PASSPHRASE && (await verify(hashed, guess));
      if (!right) return { kind: "wrong" };
      await Promise.all([each.delete(address), all.reward("all")]);
      const until = `${now() + SESSION_MS}.${randomBytes(9).toString("base64url")}`;
      const cookie = stringifySetCookie(COOKIE, `${until}.${sign(until)}`, {
        httpOnly: true,
        sameSite: "lax",
        secure,
        path: "/",
        maxAge: SESSION_MS / 1000,
      });
      return { kind: "in", cookie };
    },
    isInside: (cookieHeader) => {
      const value = parseCookie(cookieHeader ?? "")[COOKIE] ?? "";
      const cut = value.lastIndexOf(".");
      const until = value.slice(0, Math.max(0, cut));
      const [given, made] = [Buffer.from(value.slice(cut + 1)), Buffer.from(sign(until))];
      return (
        given.length === made.length && timingSafeEqual(given, made) && Number(until.split(".")[0]) > now()
      );
    },
  };
}

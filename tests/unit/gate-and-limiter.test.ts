import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { laneOf, openLimiter } from "../../server/http/limiter.ts";
import { openGate, SHORTEST_PASSPHRASE, whyNoPassphrase } from "../../server/http/passphrase.server.ts";

describe("the passphrase", () => {
  test("is long, may be given as its hash, and its sessions end with it and with their time", async () => {
    expect(whyNoPassphrase("short")).toContain(`at least ${SHORTEST_PASSPHRASE}`);
    expect(whyNoPassphrase("reeds along the quay")).toBeNull();
    const { hash } = await import("@node-rs/argon2");
    const hashed = await hash("reeds along the quay");
    expect(whyNoPassphrase(hashed)).toBeNull();
    let now = 1_000_000;
    const key = Buffer.from("a key");
    const gate = await openGate(hashed, key, () => now);
    const entered = await gate.enter("reeds along the quay", "10.0.0.1", false);
    const cookie = entered.kind === "in" ? (entered.cookie.split(";")[0] ?? "") : "";
    expect(gate.isInside(cookie)).toBe(true);
    expect((await openGate(hashed, key, () => now)).isInside(cookie)).toBe(true);
    expect((await openGate("another one, quite long", key, () => now)).isInside(cookie)).toBe(false);
    expect((await openGate(hashed, Buffer.from("other"), () => now)).isInside(cookie)).toBe(false);
    fc.assert(
      fc.property(fc.nat(cookie.length - 20), fc.integer({ min: 33, max: 126 }), (at, sign) => {
        const i = 18 + at;
        const other = `${cookie.slice(0, i)}${String.fromCharCode(sign)}${cookie.slice(i + 1)}`;
        if (other !== cookie) expect(gate.isInside(other)).toBe(false);
      }),
    );
    for (const none of [undefined, "", "regulanda-session=", "regulanda-session=..", "x=1"])
      expect(gate.isInside(none)).toBe(false);
    now += 8 * 24 * 3_600_000;
    expect(gate.isInside(cookie)).toBe(false);
  });

  test("guesses are counted before they are looked at, so that many at once are many; each address has its own", async () => {
    const gate = await openGate("reeds along the quay", Buffer.from("a key"));
    const many = await Promise.all(
      Array.from({ length: 12 }, (_, i) => gate.enter(`guess ${i}`, "10.0.0.2", false)),
    );
    expect(many.filter((m) => m.kind === "wrong")).toHaveLength(5);
    expect((await gate.enter("reeds along the quay", "10.0.0.2", false)).kind).toBe("later");
    expect((await gate.enter("reeds along the quay", "10.0.0.3", false)).kind).toBe("in");
  });
});

describe("the limiter", () => {
  const never = new AbortController().signal;
  const most = {
    read: { atOnce: 2, waiting: 1 },
    write: { atOnce: 1, waiting: 0 },
    upload: { atOnce: 1, waiting: 0 },
    stream: { atOnce: 1, waiting: 0 },
    watch: { atOnce: 1, waiting: 0 },
  };

  test("so many at once, so many waiting, the rest refused; kinds do not wait for each other", async () => {
    const limiter = openLimiter(most, 10_000);
    const first = await limiter.take("read", never);
    const second = await limiter.take("read", never);
    const third = limiter.take("read", never);
    expect(await limiter.take("read", never)).toBeNull();
    expect(await limiter.take("write", never)).not.toBeNull();
    first?.();
    expect(await third).not.toBeNull();
    second?.();
  });

  test("whoever waits too long, or goes away, leaves the line to others", async () => {
    const limiter = openLimiter(most, 30);
    const held = [await limiter.take("read", never), await limiter.take("read", never)];
    expect(await limiter.take("read", never)).toBeNull();
    const gone = new AbortController();
    const waiting = limiter.take("read", gone.signal);
    gone.abort();
    expect(await waiting).toBeNull();
    // A turn that was had is not ended by the clock.
    expect(await limiter.take("read", never)).toBeNull();
    for (const end of held) end?.();
    expect(await limiter.take("read", never)).not.toBeNull();
  });

  test("those that come in one moment are counted before any is let in; between two that are let in others are heard", async () => {
    const limiter = openLimiter({ ...most, read: { atOnce: 50, waiting: 5 } }, 10_000);
    const rounds: number[] = [];
    let round = 0;
    let going = true;
    const count = () => {
      round++;
      if (going) setImmediate(count);
    };
    setImmediate(count);
    const ends = await Promise.all(
      Array.from({ length: 60 }, async () => {
        const end = await limiter.take("read", never);
        if (end) rounds.push(round);
        // As a page does that is drawn without a pause: by itself it would let the next one in at once.
        end?.();
        return end;
      }),
    );
    going = false;
    expect(ends.filter((end) => end === null)).toHaveLength(5);
    expect(new Set(rounds).size).toBe(55);
  });

  test("which turn a request waits for", () => {
    expect(laneOf("GET", "/lessons/a/watch")).toBe("watch");
    expect(laneOf("PUT", "/lessons/a/recording")).toBe("upload");
    expect(laneOf("GET", "/media/x.mp4")).toBe("stream");
    expect(laneOf("GET", "/lessons/a/bundle")).toBe("stream");
    expect(laneOf("POST", "/lessons/a/save")).toBe("write");
    expect(laneOf("GET", "/lessons/a/build")).toBe("read");
  });
});

import { chromium } from "playwright-core";

const b = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: ["--no-sandbox", "--disable-gpu"],
});
const size = (process.env.SIZE ?? "1280x800").split("x").map(Number);
const ctx = await b.newContext({
  viewport: { width: size[0]!, height: size[1]! },
  colorScheme: (process.env.SCHEME as "dark") ?? "light",
});
const p = await ctx.newPage();
p.on("console", (m) => m.type() === "error" && console.log("console:", m.text()));
p.on("pageerror", (e) => console.log("error:", e.message));
const base = `http://127.0.0.1:${process.env.PORT ?? 4477}`;

export { b, base, ctx, p };

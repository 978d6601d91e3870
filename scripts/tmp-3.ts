import { b, base, p } from "./tmp-look.ts";

await p.goto(`${base}/lessons/the-ticket-kiosk/log`);
await p.waitForTimeout(4000);
await p.screenshot({ path: "/tmp/log.png" });
await p.locator("main > div").evaluate((e) => e.scrollTo(0, 480));
await p.waitForTimeout(300);
await p.screenshot({ path: "/tmp/log2.png" });
await p.goto(base);
await p.waitForTimeout(2500);
await p.screenshot({ path: "/tmp/shelf.png" });
await p.goto(`${base}/lessons/the-lock-keepers-glasshouse/narrate`);
await p.waitForTimeout(3500);
await p.screenshot({ path: "/tmp/narrate.png" });
await p.goto(`${base}/lessons/the-lock-keepers-glasshouse/plan`);
await p.waitForTimeout(2500);
await p.screenshot({ path: "/tmp/plan.png" });
await p.goto(`${base}/lessons/the-lock-keepers-glasshouse/teach`);
await p.waitForTimeout(2500);
await p.getByRole("button", { name: "Begin the class" }).click();
await p.waitForTimeout(2500);
await p.setViewportSize({ width: 1920, height: 1080 });
for (let i = 0; i < 7; i++) {
  await p.keyboard.press("Space");
  await p.waitForTimeout(1800);
}
await p.screenshot({ path: "/tmp/stage-film.png" });
await b.close();

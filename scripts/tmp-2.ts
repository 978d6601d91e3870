import { b, base, p } from "./tmp-look.ts";

const id = "crates-on-the-quay-straight-ahead";
await p.goto(`${base}/lessons/${id}/teach`);
await p.waitForTimeout(3500);
await p.screenshot({ path: "/tmp/teach.png" });
await p.getByLabel("Group").first().fill("Saturday 9–11s");
await p.getByRole("button", { name: "Begin the class" }).click();
await p.waitForTimeout(1500);
const desk = await p.context().newPage();
await desk.setViewportSize({ width: 1280, height: 800 });
await desk.goto(p.url().replace("stage", "desk"));
await desk.waitForTimeout(2500);
await desk.keyboard.press("s");
await desk.keyboard.press("x");
await desk.waitForTimeout(300);
await desk.screenshot({ path: "/tmp/desk.png" });
await p.bringToFront();
for (let i = 0; i < 9; i++) {
  await p.keyboard.press("Space");
  await p.waitForTimeout(i % 2 ? 1600 : 2500);
}
await p.screenshot({ path: "/tmp/stage.png" });
await p.getByRole("button", { name: "End the class" }).click();
await p.waitForTimeout(600);
await p.screenshot({ path: "/tmp/over.png" });
await p.getByRole("button", { name: "Into the record" }).click();
await p.waitForTimeout(1200);
await p.getByRole("link", { name: "To the record" }).click();
await p.waitForTimeout(3000);
await p.screenshot({ path: "/tmp/log.png" });
await p.locator("table button[aria-expanded]").first().click();
await p.waitForTimeout(500);
await p.screenshot({ path: "/tmp/log2.png" });
await p.goto(base);
await p.waitForTimeout(1500);
await p.getByLabel("Title of a new course").fill("Osier Lock on paper, autumn");
await p.getByRole("button", { name: "Begin a course" }).click();
await p.waitForURL(/courses/);
for (const t of ["Crates on the quay, straight ahead", "The ticket kiosk", "The lock-keeper's glasshouse"]) {
  await p.getByLabel("A lesson of the shelf").first().click();
  await p.getByRole("option", { name: t }).first().click();
  await p.getByRole("button", { name: "Put it in" }).click();
  await p.waitForTimeout(1500);
}
await p.getByRole("button", { name: "Go on from its sheet" }).nth(1).click();
await p.waitForTimeout(2500);
await p.screenshot({ path: "/tmp/course.png" });
await p.goto(base);
await p.waitForTimeout(1500);
await p.evaluate(() => window.scrollTo(0, 1e5));
await p.waitForTimeout(500);
await p.screenshot({ path: "/tmp/shelf.png" });
await b.close();

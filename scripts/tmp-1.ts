import { b, base, p } from "./tmp-look.ts";

await p.goto(`${base}/lessons/the-ticket-kiosk/teach`);
await p.waitForTimeout(6000);
await p.screenshot({ path: "/tmp/teach.png" });
await p.getByLabel("Group").first().fill("Saturday 9–11s");
await p.getByRole("button", { name: "Begin the class" }).click();
await p.waitForTimeout(3000);
await p.screenshot({ path: "/tmp/stage.png" });
await p.keyboard.press("Space");
await p.waitForTimeout(2500);
await p.screenshot({ path: "/tmp/stage-wait.png" });
console.log(p.url());
await b.close();

import { fireEvent } from "@testing-library/dom";
import { afterEach, expect, test, vi } from "vitest";
import { closePage, openPage, settled } from "./app-in-process.tsx";
import { crateOnShelf } from "./quay.ts";

afterEach(closePage);

test("why a file was refused can still be read when the sheets have been drawn, and goes when one goes on", async () => {
  crateOnShelf();
  const page = openPage("/");
  await vi.waitFor(async () => {
    await vi.advanceTimersByTimeAsync(1);
    expect(page.querySelector("input[type=file][accept*=json]")).not.toBeNull();
  });
  expect(page.textContent).toContain("being drawn");
  const input = page.querySelector("input[type=file][accept*=json]");
  fireEvent.change(input ?? page, {
    target: { files: [new File(["{"], "half.json", { type: "application/json" })] },
  });
  await settled(page);
  expect(page.textContent).not.toContain("being drawn");
  expect(page.querySelector("[role=alert]")?.textContent).toContain("half.json");

  const find = page.querySelector("input[placeholder^=Find]");
  fireEvent.change(find ?? page, { target: { value: "crate" } });
  await settled(page);
  expect(page.querySelector("[role=alert]")).toBeNull();
});

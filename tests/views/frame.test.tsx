import { fireEvent } from "@testing-library/dom";
import { memo } from "react";
import { useLoaderData } from "react-router";
import { afterEach, expect, test } from "vitest";
import { LessonFrame } from "#app/lesson/frame/LessonFrame.tsx";
import { STEP_SIGNS } from "#app/lesson/frame/StepSign.tsx";
import { type LessonContext, useLesson, useSaving } from "#app/lesson/lesson-context.ts";
import { requireLesson } from "#app/routes/require-lesson.server.ts";
import { setLesson } from "#core/document/lesson";
import { closePage, openPage, settled } from "./app-in-process.tsx";
import { crateOnShelf, documentNow } from "./quay.ts";

afterEach(closePage);

test("a lesson is given another title; left empty, it keeps what it had", async () => {
  const { id } = crateOnShelf();
  const page = openPage(`/lessons/${id}/plan`);
  await settled(page);
  const field = () => {
    const found = page.querySelector<HTMLInputElement>('[aria-label="Title of the lesson"]');
    if (!found) throw new Error("no title to type in");
    return found;
  };
  const saved = () => (JSON.parse(documentNow(id)) as { title: string }).title;
  const was = saved();
  const typed = async (value: string, key: string) => {
    field().focus();
    fireEvent.change(field(), { target: { value } });
    fireEvent.keyDown(field(), { key });
    if (key === "Enter") fireEvent.focusOut(field());
    await settled(page);
  };

  await typed("Something else", "Escape");
  expect([field().value, saved()]).toEqual([was, was]);
  await typed("   ", "Tab");
  fireEvent.focusOut(field());
  await settled(page);
  expect([field().value, saved()]).toEqual([was, was]);
  await typed("  Two crates ", "x");
  expect(saved()).toBe(was);
  await typed("  Two crates ", "Enter");
  expect([field().value, saved()]).toEqual(["Two crates", "Two crates"]);
});

test("in the strip the arrow keys go from step to step, and stop at both ends", async () => {
  const { id } = crateOnShelf();
  const page = openPage(`/lessons/${id}/plan`);
  await settled(page);
  const steps = () => [...page.querySelectorAll<HTMLElement>('nav[aria-label="Steps"] button[data-kind]')];
  const chosen = () => steps().findIndex((s) => s.getAttribute("aria-current") === "step");
  const last = steps().length - 1;
  const press = async (key: string) => {
    fireEvent.keyDown(document.activeElement ?? page, { key });
    await settled(page);
    expect(document.activeElement).toBe(steps()[chosen()]);
    return chosen();
  };
  expect(last).toBeGreaterThan(5);

  steps()[last]?.focus();
  fireEvent.click(steps()[last] ?? page);
  await settled(page);
  expect(chosen()).toBe(last);
  expect([await press("ArrowRight"), await press("ArrowLeft"), await press("ArrowLeft")]).toEqual([
    last,
    last - 1,
    last - 2,
  ]);
  steps()[1]?.focus();
  fireEvent.click(steps()[1] ?? page);
  await settled(page);
  expect([await press("ArrowLeft"), await press("ArrowLeft"), await press("ArrowRight")]).toEqual([0, 0, 1]);
});

test("an edit is worked out and shown once: what the server makes of it is nothing new", async () => {
  const { id } = crateOnShelf();
  const seen: LessonContext[] = [];
  const saving: string[] = [];
  const Place = memo(function Place() {
    seen.push(useLesson());
    return null;
  });
  const Saved = () => {
    saving.push(useSaving().saveState);
    return null;
  };
  const page = openPage(`/lessons/${id}/probe`, [
    {
      path: "lessons/:lessonId",
      loader: ({ params }) => requireLesson(params.lessonId ?? ""),
      Component: () => <LessonFrame stored={useLoaderData()} />,
      HydrateFallback: () => null,
      children: [
        {
          path: "probe",
          Component: () => (
            <>
              <Place />
              <Saved />
            </>
          ),
        },
      ],
    },
  ]);
  await settled(page);
  const opened = seen.length;
  seen.at(-1)?.commit([setLesson("title", "Crate in the rain")]);
  await settled(page);
  expect(documentNow(id)).toContain("Crate in the rain");
  expect(seen.length - opened).toBe(1);
  expect(saving.slice(-3)).toContain("saving");
  expect(saving.at(-1)).toBe("saved");
});

test("an edit that changes no step draws nothing of the strip but its pictures", async () => {
  const { id } = crateOnShelf();
  const { sign: Pencil } = STEP_SIGNS["draw-along"];
  let drawn = 0;
  const Counted = ((props) => {
    drawn += 1;
    return <Pencil {...props} />;
  }) as typeof Pencil;
  Object.assign(STEP_SIGNS["draw-along"], { sign: Counted });
  try {
    const page = openPage(`/lessons/${id}/plan`);
    await settled(page);
    expect(drawn).toBeGreaterThan(1);
    drawn = 0;
    const title = page.querySelector<HTMLInputElement>('[aria-label="Title of the lesson"]');
    if (!title) throw new Error("no title to type in");
    title.focus();
    fireEvent.change(title, { target: { value: "Crate in the rain" } });
    fireEvent.focusOut(title);
    await settled(page);
    expect(documentNow(id)).toContain("Crate in the rain");
    expect(drawn).toBe(0);
  } finally {
    Object.assign(STEP_SIGNS["draw-along"], { sign: Pencil });
  }
});

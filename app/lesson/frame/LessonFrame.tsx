import { Button, TextInput } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { memo, type ReactNode, useCallback, useMemo, useRef } from "react";
import { Link, NavLink, Outlet, useLocation } from "react-router";
import { setLesson } from "#core/document/lesson";
import { type PlaceName, readiness } from "#core/document/pipeline";
import { reorderStep } from "#core/document/proposals";
import { FindingList } from "../../ui/FindingList.tsx";
import { UndoButtons } from "../../ui/UndoButtons.tsx";
import { useTyped } from "../../ui/use-typed.ts";
import { type LessonContext, SavingContext, useChosenStep } from "../lesson-context.ts";
import { unsavedPrefix } from "../saving/unsaved-store.ts";
import { type LessonEditor, useLessonEditor } from "../saving/use-lesson-editor.ts";
import { KeysButton } from "./KeysButton.tsx";
import styles from "./LessonFrame.module.css";
import { NotSaved } from "./NotSaved.tsx";
import { SetAside } from "./SetAside.tsx";
import { StepStrip } from "./StepStrip.tsx";

const PLACES: readonly { place: PlaceName; title: string }[] = [
  { place: "plan", title: "Plan" },
  { place: "paper", title: "Paper" },
  { place: "build", title: "Build" },
  { place: "narrate", title: "Narrate" },
  { place: "rehearse", title: "Rehearse" },
  { place: "hand-out", title: "Hand out" },
  { place: "teach", title: "Teach" },
  { place: "log", title: "Log" },
];

/** The frame round all places of a lesson: its name, the places in working order, and the strip of steps. */
export function LessonFrame({ stored }: { stored: Parameters<typeof useLessonEditor>[1] & { id: string } }) {
  const editor = useLessonEditor(stored.id, stored);
  const chosen = useChosenStep(editor.computed.steps);
  useHotkeys(
    [
      ["mod+Z", editor.undo],
      ["mod+shift+Z", editor.redo],
    ],
    ["INPUT", "TEXTAREA"],
  );
  const { lessonId, lesson, computed, drawn, commit, preview, revision, saveState } = editor;
  const { step, chooseStep } = chosen;
  const context = useMemo(
    (): LessonContext => ({ lessonId, lesson, computed, drawn, commit, preview, step, chooseStep }),
    [lessonId, lesson, computed, drawn, commit, preview, step, chooseStep],
  );
  const saving = useMemo(() => ({ revision, saveState }), [revision, saveState]);
  const latest = useRef(editor);
  latest.current = editor;
  const moveStep = useCallback((stepId: string, toIndex: number) => {
    const { computed, commit, say } = latest.current;
    const { changes, refused } = reorderStep(computed, stepId, toIndex);
    if (changes) commit(changes);
    else say(refused);
  }, []);
  return (
    <div className={styles.frame}>
      <header className={styles.head}>
        <Link to="/" className={styles.home} aria-label="Regulanda: back to the shelf">
          <img src="/mark.svg" alt="" width={30} height={30} />
        </Link>
        <Title title={lesson.title} commit={commit} />
        <Places computed={computed} />
        <SaveState editor={editor} />
        <KeysButton />
      </header>
      <div className={styles.notices}>
        <SetAside of={unsavedPrefix(stored.id)} what="unsaved edits" />
        {editor.trouble ? <NotSaved editor={editor} trouble={editor.trouble} /> : null}
        {editor.refusals.length > 0 ? (
          <div className={styles.notice} role="alert">
            <FindingList findings={editor.refusals} />
            <Button size="compact-sm" variant="subtle" onClick={editor.dismissRefusals}>
              Understood
            </Button>
          </div>
        ) : null}
      </div>
      <main className={styles.place_body}>
        <SavingContext value={saving}>
          <Outlet context={context} />
        </SavingContext>
      </main>
      <StepStrip
        computed={context.computed}
        step={context.step}
        chooseStep={context.chooseStep}
        onMove={moveStep}
      />
    </div>
  );
}

/** The places in working order, with what is ready and what comes next. Saving an edit changes none of it. */
const Places = memo(function Places({ computed }: Pick<LessonEditor, "computed">) {
  const { search } = useLocation();
  const { next, why, ready } = readiness(computed);
  return (
    <nav className={styles.places} aria-label="Places of this lesson">
      {PLACES.map(({ place, title }) => (
        <NavLink
          key={place}
          to={{ pathname: place, search }}
          className={styles.place ?? ""}
          prefetch="intent"
          data-ready={ready.has(place)}
          data-next={place === next}
          title={place === next ? why : undefined}
        >
          {title}
        </NavLink>
      ))}
    </nav>
  );
});

const Title = memo(function Title({
  title: shown,
  commit,
}: {
  title: string;
  commit: LessonEditor["commit"];
}): ReactNode {
  const typed = useTyped({
    shown,
    fault: (text) => (text.trim() === "" ? "A lesson needs a title" : null),
    onTake: (text) => {
      const title = text.trim();
      if (title !== shown) commit([setLesson("title", title)]);
    },
  });
  return (
    <TextInput
      variant="unstyled"
      className={styles.title ?? ""}
      classNames={{ input: styles.titleInput ?? "" }}
      aria-label="Title of the lesson"
      value={typed.value}
      maxLength={120}
      onChange={(e) => typed.onChange(e.currentTarget.value)}
      onBlur={() => {
        typed.take();
        typed.forget();
      }}
      onKeyDown={(e) => {
        if (e.key === "Enter") e.currentTarget.blur();
        if (e.key === "Escape") typed.forget();
      }}
    />
  );
});

function SaveState({ editor }: { editor: LessonEditor }): ReactNode {
  return (
    <div className={styles.saving}>
      <UndoButtons
        undo={editor.canUndo && editor.saveState !== "failed" ? editor.undo : null}
        redo={editor.canRedo && editor.saveState !== "failed" ? editor.redo : null}
      />
      <span role="status" className={styles.state} data-state={editor.saveState}>
        {editor.saveState === "saved"
          ? editor.changedElsewhere
            ? "Saved elsewhere too"
            : "Saved"
          : editor.saveState === "saving"
            ? "Saving…"
            : "Not saved yet"}
      </span>
    </div>
  );
}

import { ActionIcon, Button, TextInput, Tooltip } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { type ReactNode, useState } from "react";
import { Link, NavLink, Outlet, PrefetchPageLinks, useLocation } from "react-router";
import { type PlaceName, readiness } from "#core/pipeline";
import { FindingList } from "../ui/FindingList.tsx";
import { KeySheet } from "./KeySheet.tsx";
import styles from "./LessonFrame.module.css";
import { type LessonContext, useChosenStep } from "./lesson-context.ts";
import { StepStrip } from "./StepStrip.tsx";
import { type LessonEditor, useLessonEditor } from "./use-lesson-editor.ts";

const PLACES: readonly { place: PlaceName; title: string }[] = [
  { place: "plan", title: "Plan" },
  { place: "paper", title: "Paper" },
  { place: "build", title: "Build" },
  { place: "narrate", title: "Narrate" },
  { place: "rehearse", title: "Rehearse" },
  { place: "hand-out", title: "Hand out" },
  { place: "log", title: "Log" },
];

/** The frame round all places of a lesson: its name, the places in working order, and the strip of steps. */
export function LessonFrame({ stored }: { stored: Parameters<typeof useLessonEditor>[1] & { id: string } }) {
  const editor = useLessonEditor(stored.id, stored);
  const chosen = useChosenStep(editor.computed.steps);
  const { search } = useLocation();
  const { next, why, ready } = readiness(editor.computed);
  useHotkeys(
    [
      ["mod+Z", editor.undo],
      ["mod+shift+Z", editor.redo],
    ],
    ["INPUT", "TEXTAREA"],
  );
  const context: LessonContext = { ...editor, ...chosen };
  return (
    <div className={styles.frame}>
      {/* Saving must not begin by fetching code: with the server away that would cost the page and its edit. */}
      <PrefetchPageLinks page={`/lessons/${stored.id}/save`} />
      <header className={styles.head}>
        <Link to="/" className={styles.home} aria-label="Regulanda: back to the shelf">
          <img src="/mark.svg" alt="" width={30} height={30} />
        </Link>
        <Title editor={editor} />
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
        <SaveState editor={editor} />
        <KeySheet />
      </header>
      {editor.refusals.length > 0 ? (
        <div className={styles.notice} role="alert">
          <FindingList findings={editor.refusals} />
          <Button size="compact-sm" variant="subtle" onClick={editor.dismissRefusals}>
            Understood
          </Button>
        </div>
      ) : null}
      <main className={styles.place_body}>
        <Outlet context={context} />
      </main>
      <StepStrip computed={context.computed} step={context.step} chooseStep={context.chooseStep} />
    </div>
  );
}

function Title({ editor }: { editor: LessonEditor }): ReactNode {
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    const title = typed?.trim();
    if (title && title !== editor.lesson.title)
      editor.commit([{ id: "lesson", field: "title", value: title }]);
    setTyped(null);
  };
  return (
    <TextInput
      variant="unstyled"
      className={styles.title ?? ""}
      classNames={{ input: styles.titleInput ?? "" }}
      aria-label="Title of the lesson"
      value={typed ?? editor.lesson.title}
      maxLength={120}
      onChange={(e) => setTyped(e.currentTarget.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === "Enter") e.currentTarget.blur();
        if (e.key === "Escape") setTyped(null);
      }}
    />
  );
}

function SaveState({ editor }: { editor: LessonEditor }): ReactNode {
  return (
    <div className={styles.saving}>
      <Tooltip label="Undo (Ctrl Z)">
        <ActionIcon
          variant="subtle"
          color="slate"
          size="lg"
          aria-label="Undo"
          disabled={!editor.canUndo || editor.saveState === "failed"}
          onClick={editor.undo}
        >
          <Arrow back />
        </ActionIcon>
      </Tooltip>
      <Tooltip label="Redo (Ctrl Shift Z)">
        <ActionIcon
          variant="subtle"
          color="slate"
          size="lg"
          aria-label="Redo"
          disabled={!editor.canRedo || editor.saveState === "failed"}
          onClick={editor.redo}
        >
          <Arrow />
        </ActionIcon>
      </Tooltip>
      <span role="status" className={styles.state} data-state={editor.saveState}>
        {editor.saveState === "saved"
          ? editor.changedElsewhere
            ? "Saved elsewhere too"
            : "Saved"
          : editor.saveState === "saving"
            ? "Saving…"
            : "Not saved yet"}
      </span>
      {editor.saveState === "failed" ? (
        <Button size="compact-sm" onClick={editor.retry}>
          Try again
        </Button>
      ) : null}
    </div>
  );
}

function Arrow({ back = false }: { back?: boolean }): ReactNode {
  return (
    <svg
      width="20"
      height="20"
      viewBox="0 0 20 20"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.8"
      strokeLinecap="round"
      strokeLinejoin="round"
      aria-hidden="true"
      style={back ? undefined : { transform: "scaleX(-1)" }}
    >
      <path d="M7 4 3 8l4 4M3 8h9a4.5 4.5 0 0 1 0 9H8" />
    </svg>
  );
}

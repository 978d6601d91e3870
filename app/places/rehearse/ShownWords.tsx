import type { ComponentProps } from "react";
import type { Cue } from "#core/time/narration";
import { captionAt, windowAt } from "#core/time/schedule";
import { StepWords } from "../../lesson/frame/StepWords.tsx";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import type { Player } from "../../lesson/take/player.ts";
import { usePlayed } from "../../lesson/take/use-player.ts";
import { OverlayPanel } from "./OverlayPanel.tsx";
import styles from "./Rehearse.module.css";

/** The words of the step that is shown now. */
export function ShownStep({ player }: { player: Player }) {
  const { computed } = useLesson();
  const stepId = usePlayed(player, (p) => windowAt(computed.schedule, p.lessonMs)?.stepId ?? null);
  const step = computed.steps.find((s) => s.id === stepId);
  return step ? <StepWords step={step} /> : <p className={place.quiet}>Before the first step.</p>;
}

/** What the overlay shows, with the step that is shown now. */
export function ShownOverlay({
  player,
  ...rest
}: { player: Player } & Omit<ComponentProps<typeof OverlayPanel>, "step">) {
  const { computed } = useLesson();
  const stepId = usePlayed(player, (p) => windowAt(computed.schedule, p.lessonMs)?.stepId ?? null);
  return <OverlayPanel {...rest} step={computed.steps.find((s) => s.id === stepId) ?? null} />;
}

/** The caption that is said now. */
export function ShownCaption({ player, captions }: { player: Player; captions: readonly Omit<Cue, "id">[] }) {
  const caption = usePlayed(player, (p) => captionAt(captions, Math.round(p.lessonMs)));
  return (
    <p className={styles.caption} data-caption="">
      {caption}
    </p>
  );
}

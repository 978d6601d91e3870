import { SegmentedControl } from "@mantine/core";
import * as v from "valibot";
import { setHandOut } from "#core/changes";
import { type HandOutKind, OF_CARDS } from "#core/handout";
import { HandOutSchema, type HandOut as HandOutSettings, USUAL_MARGIN_MM } from "#core/plan";
import { useLesson } from "../../lesson/lesson-context.ts";
import { TypedNumber } from "../../ui/TypedNumber.tsx";

const MARGIN = HandOutSchema.entries.marginMm;

/** How what is handed out is printed: saved with the lesson, alike for all kinds. */
export function PageSettings({ what }: { what: HandOutKind }) {
  const { lesson, computed, commit } = useLesson();
  const { handOut } = lesson;
  const set = <F extends keyof HandOutSettings>(field: F, value: HandOutSettings[F]) =>
    commit(setHandOut(lesson, field, value));
  const ofCards = OF_CARDS.has(what) || what === "poster";
  return (
    <>
      {what === "take-home" ? null : (
        <SegmentedControl
          aria-label="Page size"
          value={handOut.paper}
          data={[
            { value: "a4", label: "A4" },
            { value: "letter", label: "Letter" },
          ]}
          onChange={(value) => set("paper", value === "a4" ? "a4" : "letter")}
        />
      )}
      {what === "cards" ? (
        <SegmentedControl
          aria-label="Cards on a page"
          value={String(handOut.cardsPerPage)}
          data={[1, 2, 4, 6].map((n) => ({ value: String(n), label: `${n}` }))}
          onChange={(value) => set("cardsPerPage", Number(value) as HandOutSettings["cardsPerPage"])}
        />
      ) : null}
      {ofCards && computed.steps.some((s) => s.inFull !== s.actions) ? (
        <SegmentedControl
          aria-label="Words on the cards"
          value={handOut.words ?? "as-taught"}
          data={[
            { value: "as-taught", label: "Help fades" },
            { value: "full", label: "All words" },
          ]}
          onChange={(value) => set("words", value === "full" ? "full" : "as-taught")}
        />
      ) : null}
      <SegmentedControl
        aria-label="For which hand"
        value={handOut.hand ?? lesson.plan.hand ?? "right"}
        data={[
          { value: "left", label: "Left hand" },
          { value: "right", label: "Right hand" },
        ]}
        onChange={(value) => set("hand", value === "left" ? "left" : "right")}
      />
      {what === "take-home" ? null : (
        <>
          <SegmentedControl
            aria-label="Colours"
            value={handOut.colour ?? "colour"}
            data={[
              { value: "colour", label: "In colour" },
              { value: "black", label: "Black only" },
            ]}
            onChange={(value) => set("colour", value === "black" ? "black" : undefined)}
          />
          <TypedNumber
            label="White border"
            value={handOut.marginMm ?? USUAL_MARGIN_MM}
            say={(mm) => `${mm} mm`}
            parse={(text) => {
              const mm = Number.parseFloat(text.replace(",", "."));
              return v.safeParse(MARGIN, mm).success ? mm : null;
            }}
            step={(mm, up) => Math.min(30, Math.max(4, mm + (up ? 1 : -1)))}
            example="4 to 30 mm: nearer to the edge a printer does not reach"
            onChange={(mm) => set("marginMm", mm)}
          />
        </>
      )}
    </>
  );
}

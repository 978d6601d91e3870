import * as v from "valibot";
import { setHandOut } from "#core/document/changes";
import {
  boundedMargin,
  HandOutSchema,
  type HandOut as HandOutSettings,
  USUAL_MARGIN_MM,
} from "#core/ground/plan";
import { type HandOutKind, OF_CARDS } from "#core/output/handout";
import { useLesson } from "../../lesson/lesson-context.ts";
import { Choice } from "../../ui/Choice.tsx";
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
        <Choice
          label="Page size"
          value={handOut.paper}
          of={[
            { value: "a4", label: "A4" },
            { value: "letter", label: "Letter" },
          ]}
          onChoose={(paper) => set("paper", paper)}
        />
      )}
      {what === "cards" ? (
        <Choice
          label="Cards on a page"
          value={handOut.cardsPerPage}
          of={([1, 2, 4, 6] as const).map((value) => ({ value, label: `${value}` }))}
          onChoose={(n) => set("cardsPerPage", n)}
        />
      ) : null}
      {ofCards && computed.steps.some((s) => s.inFull !== s.actions) ? (
        <Choice
          label="Words on the cards"
          value={handOut.words ?? "as-taught"}
          of={[
            { value: "as-taught", label: "Help fades" },
            { value: "full", label: "All words" },
          ]}
          onChoose={(words) => set("words", words)}
        />
      ) : null}
      <Choice
        label="For which hand"
        value={handOut.hand ?? lesson.plan.hand ?? "right"}
        of={[
          { value: "left", label: "Left hand" },
          { value: "right", label: "Right hand" },
        ]}
        onChoose={(hand) => set("hand", hand)}
      />
      {what === "take-home" ? null : (
        <>
          <Choice
            label="Colours"
            value={handOut.colour ?? "colour"}
            of={[
              { value: "colour", label: "In colour" },
              { value: "black", label: "Black only" },
            ]}
            onChoose={(value) => set("colour", value === "black" ? "black" : undefined)}
          />
          <TypedNumber
            label="White border"
            value={handOut.marginMm ?? USUAL_MARGIN_MM}
            say={(mm) => `${mm} mm`}
            parse={(text) => {
              const mm = Number.parseFloat(text.replace(",", "."));
              return v.safeParse(MARGIN, mm).success ? mm : null;
            }}
            step={(mm, up) => boundedMargin(mm + (up ? 1 : -1))}
            example="4 to 30 mm: nearer to the edge a printer does not reach"
            onChange={(mm) => set("marginMm", mm)}
          />
        </>
      )}
    </>
  );
}

import { Button } from "@mantine/core";
import { type HandOutWish, USUAL_ROWS } from "#core/output/handout";
import { useLesson } from "../../lesson/lesson-context.ts";
import place from "../../lesson/place.module.css";
import { Choice } from "../../ui/Choice.tsx";

/** What a kind asks beside how it is printed. */
export function WishSettings({ wish, onWish }: { wish: HandOutWish; onWish: (wish: HandOutWish) => void }) {
  const { step } = useLesson();
  const lot = (
    <Button variant="default" onClick={() => onWish({ ...wish, seed: (wish.seed ?? 1) + 1 })}>
      Draw another lot
    </Button>
  );
  switch (wish.what) {
    case "worksheet":
      return (
        <>
          <Choice
            label="What stands on it"
            value={wish.on ?? "after"}
            of={[
              { value: "after", label: "After a step" },
              { value: "starts", label: "First lines" },
              { value: "rays", label: "Rays" },
            ]}
            onChoose={(on) => onWish({ ...wish, on })}
          />
          {(wish.on ?? "after") === "after" ? (
            <p className={place.quiet}>
              {step ? `After step ${step.number}. ` : ""}Choose the step in the strip below.
            </p>
          ) : null}
        </>
      );
    case "variants":
      return (
        <>
          <Choice
            label="Rows of the class"
            value={wish.rows ?? USUAL_ROWS}
            of={[2, 3, 4, 5, 6].map((value) => ({ value, label: `${value}` }))}
            onChoose={(rows) => onWish({ ...wish, rows })}
          />
          <p className={place.quiet}>Rows of the class. Each follows the same cards.</p>
          {lot}
        </>
      );
    case "find-slip":
      return lot;
    default:
      return null;
  }
}

import { Kbd, Modal, Switch } from "@mantine/core";
import { useSingleKeysOn } from "../../ui/use-keys.ts";
import styles from "./KeySheet.module.css";

const KEYS: readonly {
  readonly where: string;
  readonly keys: readonly (readonly [keys: readonly string[], does: string])[];
}[] = [
  {
    where: "Everywhere in a lesson",
    keys: [
      [["Ctrl", "Z"], "take back the last edit"],
      [["Ctrl", "Shift", "Z"], "do it again"],
      [["←", "→"], "go along the steps, when one of them has the focus"],
      [["?"], "this sheet"],
    ],
  },
  {
    where: "On the desk",
    keys: [
      [["Tab"], "from handle to handle"],
      [["arrows"], "move the handle by the smallest fraction, with Shift by eight"],
      [["+"], "nearer"],
      [["−"], "further off"],
      [["0"], "the whole sheet"],
      [["T"], "true size"],
      [["Alt", "arrows"], "move the desk"],
      [["Alt"], "held while dragging: nothing takes hold of the handle"],
    ],
  },
  {
    where: "Build",
    keys: [
      [["B"], "put down a box"],
      [["A"], "all constructions"],
      [["arrows"], "nudge what is chosen, with Shift by eight"],
      [["D"], "copy"],
      [["M"], "copy to the other side"],
      [["H"], "leave out of the drawing, or draw again"],
      [["L"], "hold where it is, or let go"],
      [["["], "draw earlier"],
      [["]"], "draw later"],
      [["Delete"], "take away"],
      [["Esc"], "choose nothing"],
      [[","], "one move back"],
      [["."], "one move on"],
    ],
  },
  {
    where: "Narrate",
    keys: [
      [["arrows"], "go from word to word, or move what is held on the lanes"],
      [["Enter"], "put the chosen step or line on the word"],
      [["Shift", "arrows"], "mark words; on the lanes: move the end of a cut or a hold"],
      [["Delete"], "take a cut, a speed or a hold away"],
      [["Space"], "play or stop the recording, where no word or button has the focus"],
      [["Enter"], "tapping along: the next step begins"],
      [["."], "tapping along: its next line begins"],
    ],
  },
  {
    where: "Rehearse",
    keys: [
      [["Space"], "play or stop, where no button has the focus"],
      [[","], "a little back"],
      [["."], "a little on"],
      [["N"], "to the next step"],
      [["P"], "to the step before"],
    ],
  },
  {
    where: "In class, on stage and desk",
    keys: [
      [["Space"], "on: to the wait, from the wait to the next step"],
      [["W"], "wait half a minute longer; while something is shown: stand still"],
      [["B"], "back to the beginning of the step, or to the one before"],
      [["A"], "the step again, slowly"],
      [["S"], "they are stuck here"],
      [["X"], "the usual slip was seen"],
      [["Page Down"], "on, from a remote control; Page Up: back"],
    ],
  },
];

/** All keys on one sheet, and the switch for those that need no Ctrl or Alt. */
export function KeySheet({ opened, onClose }: { readonly opened: boolean; readonly onClose: () => void }) {
  const [on, setOn] = useSingleKeysOn();
  return (
    <Modal
      opened={opened}
      onClose={onClose}
      title="Keys"
      size="xl"
      closeButtonProps={{ "aria-label": "Close" }}
    >
      <Switch
        label="Single keys work (Ctrl and Alt combinations always do)"
        checked={on}
        onChange={(e) => setOn(e.currentTarget.checked)}
      />
      <div className={styles.columns}>
        {KEYS.map(({ where, keys }) => (
          <section key={where}>
            <h3>{where}</h3>
            <dl className={styles.keys}>
              {keys.map(([combination, does]) => (
                <div key={does}>
                  <dt>
                    {combination.map((key) => (
                      <Kbd key={key}>{key}</Kbd>
                    ))}
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Modal>
  );
}

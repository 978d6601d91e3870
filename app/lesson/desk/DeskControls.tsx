import { ActionIcon, Button, Popover, Slider, Tooltip } from "@mantine/core";
import IconMinus from "@tabler/icons-react/dist/esm/icons/IconMinus.mjs";
import IconPlus from "@tabler/icons-react/dist/esm/icons/IconPlus.mjs";
import { type ReactNode, useEffect, useState } from "react";
import { type DeskView, keepScreenPxPerMm, screenPxPerMm } from "./desk-view.ts";
import styles from "./SheetDesk.module.css";

/** Bank and library cards: 85.60 mm wide (ISO/IEC 7810, ID-1, from memory). */
const CARD_MM = { width: 85.6, height: 53.98 };

/** Nearer, further, all of it, true size; and whatever else belongs to the desk. */
export function DeskControls({ view, children }: { view: DeskView; children?: ReactNode }) {
  const [trueZoom, setTrueZoom] = useState<number | null>(null);
  const perPx = view.mmPerPx;
  useEffect(() => {
    setTrueZoom(perPx === null ? null : Math.round(100 / (perPx * screenPxPerMm().pxPerMm)));
  }, [perPx]);
  return (
    <div className={styles.controls} role="toolbar" aria-label="The desk">
      {children}
      <span className={styles.spring} />
      <Tooltip label="Further off (−)">
        <ActionIcon variant="default" size="lg" aria-label="Further off" onClick={() => view.zoomBy(1 / 1.2)}>
          <IconMinus size={18} aria-hidden="true" />
        </ActionIcon>
      </Tooltip>
      <span className={styles.zoom} title="Size on this screen against the real sheet">
        {trueZoom === null ? "" : `${trueZoom} %`}
      </span>
      <Tooltip label="Nearer (+)">
        <ActionIcon variant="default" size="lg" aria-label="Nearer" onClick={() => view.zoomBy(1.2)}>
          <IconPlus size={18} aria-hidden="true" />
        </ActionIcon>
      </Tooltip>
      <Tooltip label="The whole desk (0)">
        <Button variant="default" size="compact-md" onClick={view.fit}>
          Whole sheet
        </Button>
      </Tooltip>
      <TrueSize view={view} />
    </div>
  );
}

/** True size on this screen: measured once by laying a card or ruler against it. */
function TrueSize({ view }: { view: DeskView }) {
  const [open, setOpen] = useState(false);
  const [pxPerMm, setPxPerMm] = useState(3.8);
  const show = () => {
    const known = screenPxPerMm();
    setPxPerMm(known.pxPerMm);
    if (known.measured) view.trueSize();
    else setOpen(true);
  };
  return (
    <Popover opened={open} onChange={setOpen} position="top-end" width={480} trapFocus returnFocus>
      <Popover.Target>
        <Tooltip label="One centimetre is one centimetre (T)">
          <Button variant="default" size="compact-md" onClick={show}>
            True size
          </Button>
        </Tooltip>
      </Popover.Target>
      <Popover.Dropdown>
        <p className={styles.calibrate}>
          Hold a bank or library card against the screen and slide until the frame is just as wide. A ruler
          does too: the frame is 85.6 mm wide.
        </p>
        <div
          className={styles.card}
          style={{ width: CARD_MM.width * pxPerMm, height: CARD_MM.height * pxPerMm }}
        />
        <Slider
          min={2}
          max={12}
          step={0.01}
          value={pxPerMm}
          onChange={setPxPerMm}
          label={null}
          thumbLabel="Width of the frame"
        />
        <Button
          mt="md"
          onClick={() => {
            keepScreenPxPerMm(pxPerMm);
            setOpen(false);
            view.trueSize();
          }}
        >
          It is as wide as the card
        </Button>
      </Popover.Dropdown>
    </Popover>
  );
}

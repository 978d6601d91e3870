import { Button } from "@mantine/core";
import { memo, useEffect, useRef } from "react";
import { useFetcher, useNavigation, useSearchParams } from "react-router";
import { CALLED, type HandOutWish, OF_CARDS, type ShownPages } from "#core/output/handout";
import { BLACK_PALETTE, PRINT_PALETTE } from "#core/showing/display";
import { useLesson, useSaving } from "../../lesson/lesson-context.ts";
import { PrintList, type PrintRecord } from "../../lesson/output/PrintList.tsx";
import place from "../../lesson/place.module.css";
import { DrawingView } from "../../ui/DrawingView.tsx";
import { LocalTime } from "../../ui/LocalTime.tsx";
import styles from "./HandOut.module.css";
import { KindRail } from "./KindRail.tsx";
import { PageSettings } from "./PageSettings.tsx";
import { VideoAddress } from "./VideoAddress.tsx";
import { WishSettings } from "./WishSettings.tsx";
import { searchOfWish, wishOfSearch } from "./wish-of-search.ts";

interface Again {
  readonly printedAt: Date;
  readonly revision: number;
  readonly ids: readonly string[];
}

/** Everything a class works from, chosen by its picture, as pages exactly as they will be printed, and what was printed before. */
export const HandOut = memo(function HandOut({
  wish,
  shown,
  prints,
  again,
  revision,
}: {
  wish: HandOutWish;
  shown: ShownPages;
  prints: readonly PrintRecord[];
  again: Again | null;
  revision: number;
}) {
  const { lessonId, lesson } = useLesson();
  const { saveState } = useSaving();
  const [search, setSearch] = useSearchParams();
  const fetcher = useFetcher<{ printId: number | null; problem: string | null }>();
  // What was asked for shows at once, though its pages may take a moment.
  const { location: next } = useNavigation();
  const asked = next?.pathname.endsWith("/hand-out")
    ? wishOfSearch(new URLSearchParams(next.search)).what
    : null;
  const printId = fetcher.data?.printId ?? null;
  const link = useRef<HTMLAnchorElement>(null);
  const fetched = useRef<number | null>(null);
  // The print is in the log; its file comes by an address of its own.
  useEffect(() => {
    if (printId === null || fetched.current === printId) return;
    fetched.current = printId;
    link.current?.click();
  }, [printId]);
  const onWish = (next: HandOutWish) =>
    setSearch(searchOfWish(next, search), { replace: true, preventScrollReset: true });
  const print = (what: HandOutWish) => fetcher.submit({ wish: JSON.stringify(what) }, { method: "post" });
  const { name, is } = CALLED[wish.what];
  const busy = fetcher.state !== "idle";
  const cannot = saveState !== "saved" || !shown.ok;
  const file = wish.what === "take-home" ? "take-home.html" : `${wish.what}.pdf`;

  return (
    <div className={styles.place}>
      <KindRail
        lessonId={lessonId}
        revision={revision}
        chosen={asked ?? wish.what}
        onChoose={(what) => onWish({ what })}
      />
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a scrolling region must be reachable by keyboard (WCAG 2.1.1) */}
      <section className={styles.pages} aria-label="Pages" aria-busy={asked !== null} tabIndex={0}>
        {asked ? (
          <p className={styles.working} role="status">
            Laying out: {CALLED[asked].name} …
          </p>
        ) : null}
        <Pages shown={shown} wish={wish} black={lesson.handOut.colour === "black"} lessonId={lessonId} />
      </section>
      <aside className={place.column} aria-label={name}>
        <div>
          <h2>{name}</h2>
          <p className={place.quiet}>
            {is}
            {shown.ok && wish.what !== "take-home" ? ` ${sayCount(wish, shown)}` : ""}
          </p>
        </div>
        <WishSettings wish={wish} onWish={onWish} />
        <PageSettings what={wish.what} />
        <Button fullWidth loading={busy} disabled={cannot} onClick={() => print(wish)}>
          {wish.what === "take-home" ? "Make the page" : "Make the PDF"}
        </Button>
        {again ? <PrintAgain again={again} wish={wish} disabled={cannot || busy} onPrint={print} /> : null}
        {fetcher.data?.problem ? <p role="alert">{fetcher.data.problem}</p> : null}
        {printId === null ? null : (
          <a ref={link} href={`/lessons/${lessonId}/prints/${printId}/${file}`} download>
            The file once more
          </a>
        )}
        {shown.ok
          ? shown.notices.map((n) => (
              <p key={n} className={styles.notice}>
                {n}
              </p>
            ))
          : null}
        {wish.what === "take-home" || OF_CARDS.has(wish.what) ? <VideoAddress /> : null}
        <PrintList prints={prints} />
      </aside>
    </div>
  );
});

function Pages({
  shown,
  wish,
  black,
  lessonId,
}: {
  shown: ShownPages;
  wish: HandOutWish;
  black: boolean;
  lessonId: string;
}) {
  if (!shown.ok) return <p className={styles.nothing}>{shown.says}</p>;
  const palette = black && wish.what !== "take-home" ? BLACK_PALETTE : PRINT_PALETTE;
  const pages = shown.pages.map((page) => (
    <div
      key={page.alt}
      className={styles.page}
      style={{ aspectRatio: `${page.box.width} / ${page.box.height}` }}
    >
      <DrawingView drawing={page} palette={palette} />
    </div>
  ));
  if (wish.what !== "take-home") return pages;
  return (
    <>
      <div className={styles.nothing}>
        <p>
          Send the file, or put it on the school's page. It opens in any browser, on a phone too, and asks
          nothing of a network.
        </p>
        <Button
          component="a"
          variant="default"
          href={`/lessons/${lessonId}/take-home.html`}
          target="_blank"
          rel="noreferrer"
        >
          Open it here
        </Button>
      </div>
      {pages}
    </>
  );
}

/** "23 cards on 6 pages." */
function sayCount({ what }: HandOutWish, { pages, pieces }: Extract<ShownPages, { ok: true }>): string {
  const onPages = pages.length === 1 ? "1 page" : `${pages.length} pages`;
  return OF_CARDS.has(what) ? `${pieces} cards on ${onPages}.` : `${onPages}.`;
}

/** What changed since it was printed, and printing just that by one press. */
function PrintAgain({
  again,
  wish,
  disabled,
  onPrint,
}: {
  again: Again;
  wish: HandOutWish;
  disabled: boolean;
  onPrint: (wish: HandOutWish) => void;
}) {
  const count = again.ids.length;
  const since = (
    <>
      the print of <LocalTime at={again.printedAt} /> (revision {again.revision})
    </>
  );
  if (count === 0) return <p className={place.quiet}>Nothing changed since {since}.</p>;
  const ofCards = OF_CARDS.has(wish.what) && wish.what !== "booklet";
  return (
    <>
      <p className={styles.changed}>
        {ofCards ? `${count} ${count === 1 ? "card has" : "cards have"} changed` : "It has changed"} since{" "}
        {since}.
      </p>
      {ofCards ? (
        <Button
          variant="default"
          disabled={disabled}
          onClick={() => onPrint({ ...wish, only: [...again.ids] })}
        >
          Print only what changed
        </Button>
      ) : null}
    </>
  );
}

import { useNonce } from "./nonce.ts";

/** Font shorthands of the faces that the first look of a page is laid out with. */
const FACES = [400, 500, 700, 800].map((weight) => `${weight} 1em "Alegreya Sans"`);
/** A page in the wrong letters is better than none. */
const LONGEST_WAIT_MS = 1500;

/**
 * Holds the first look of a page back until all of it has been read and its letters are there: lines laid out in another
 * font, or half a header, would move under the hand a moment later. Without scripts the page shows at once.
 */
export function ShowWhole() {
  const nonce = useNonce();
  const script = `(function(){
    var root = document.documentElement;
    root.dataset.coming = "";
    var read = new Promise(function (done) { document.addEventListener("DOMContentLoaded", done); });
    var lettered = Promise.all(${JSON.stringify(FACES)}.map(function (face) { return document.fonts.load(face); }));
    var waited = new Promise(function (done) { setTimeout(done, ${LONGEST_WAIT_MS}); });
    var show = function () {
      delete root.dataset.coming;
      // What is not shown yet cannot be typed into: the browser has passed over it.
      var first = document.querySelector("[autofocus]");
      if (first && document.activeElement === document.body) first.focus();
    };
    Promise.race([Promise.all([read, lettered]), waited]).then(show, show);
  })();`;
  // biome-ignore lint/security/noDangerouslySetInnerHtml: our own words, run before anything of the page is drawn
  return <script {...(nonce ? { nonce } : {})} dangerouslySetInnerHTML={{ __html: script }} />;
}

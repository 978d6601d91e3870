/** The take-home page's looks. Times of strokes stand on the strokes: `--t` when it begins, `--d` how long it takes. */
export const STYLE = `
:root { color-scheme: light; --ink: #22252a; --quiet: #5a5f66; --accent: #a63b19; --desk: #eef1f4; --line: #c9ccd1; }
* { box-sizing: border-box; }
body { margin: 0; background: var(--desk); color: var(--ink); font: 1.15rem/1.45 "Alegreya Sans", sans-serif;
  font-variant-numeric: lining-nums; }
header, main, nav, footer { max-width: 46rem; margin: 0 auto; padding: 0 1rem; }
h1 { font-size: 1.5rem; line-height: 1.2; margin: 1rem 0 0.2rem; }
header p { margin: 0 0 0.6rem; color: var(--quiet); }
nav ol { display: flex; flex-wrap: wrap; gap: 0.3rem; list-style: none; margin: 0 0 0.8rem; padding: 0; }
nav a { display: grid; place-items: center; min-width: 2.1rem; min-height: 2.1rem; border-radius: 1.05rem;
  background: #fff; color: var(--ink); text-decoration: none; border: 1px solid var(--line); }
nav a[aria-current] { background: var(--accent); border-color: var(--accent); color: #fff; font-weight: 700; }
.step { background: #fff; border: 1px solid var(--line); border-radius: 0.6rem; padding: 0.8rem 1rem 1rem; margin: 0 0 1rem; }
.step h2 { font-size: 1.3rem; line-height: 1.25; margin: 0 0 0.5rem; }
.step h2:focus { outline: none; }
.step figure { margin: 0 0 0.6rem; }
.step svg { display: block; width: 100%; height: auto; max-height: 48vh; }
.step ol { margin: 0.2rem 0; padding-left: 1.6rem; }
.step ol.one { list-style: none; padding-left: 0; }
.why { color: var(--quiet); border-left: 3px solid var(--line); padding-left: 0.7rem; margin: 0.6rem 0; }
.slip { color: #7a2e6b; margin: 0.6rem 0 0; }
.check { display: flex; gap: 0.6rem; align-items: baseline; margin: 0.6rem 0 0; }
.check input { width: 1.2rem; height: 1.2rem; flex: none; }
.words dt { font-weight: 700; } .words dd { margin: 0 0 0.4rem; }
footer { position: sticky; bottom: 0; display: none; gap: 0.5rem; padding: 0.6rem 1rem; background: var(--desk); }
footer button { flex: 1; min-height: 2.9rem; font: inherit; border: 1px solid var(--quiet); border-radius: 0.5rem;
  background: #fff; color: var(--ink); }
footer button#next { background: var(--accent); border-color: var(--accent); color: #fff; font-weight: 700; }
footer button[aria-pressed="true"] { background: var(--ink); color: #fff; }
footer button:disabled { opacity: 0.45; }
footer span { align-self: center; min-width: 4.4rem; text-align: center; color: var(--ink); }
:focus-visible { outline: 3px solid #1d5fa8; outline-offset: 2px; }
@media screen {
  body.one footer { display: flex; }
  body.one .step:not(.on) { display: none; }
}
@media screen and (prefers-reduced-motion: no-preference) {
  .play .grows { stroke-dasharray: 1 1; animation: grow var(--d) linear var(--t) both; }
  .play .comes { animation: come 0.25s linear var(--t) both; }
  .slow .play .grows { animation-duration: calc(var(--d) * 3); animation-delay: calc(var(--t) * 3); }
  .slow .play .comes { animation-delay: calc(var(--t) * 3); }
}
@keyframes grow { from { stroke-dashoffset: 1; } to { stroke-dashoffset: 0; } }
@keyframes come { from { opacity: 0; } }
@media print {
  body { background: #fff; font-size: 11pt; }
  nav, footer { display: none !important; }
  .step { break-inside: avoid; border: 0; border-top: 1px solid #999; border-radius: 0; }
  .step svg { max-height: 9cm; }
}
`;

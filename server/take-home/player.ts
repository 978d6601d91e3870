/**
 * The take-home page's own script, as text: it runs in any browser, opened from a file. One step is shown at a time and draws
 * itself; without it, all steps stand below each other, as they are printed.
 */
export const PLAYER = `
(() => {
  const steps = [...document.querySelectorAll(".step")];
  const [back, again, slow, next] = ["back", "again", "slow", "next"].map((id) => document.getElementById(id));
  const count = document.getElementById("count");
  let shown = 0;
  const show = (i, focus) => {
    shown = Math.min(Math.max(i, 0), steps.length - 1);
    steps.forEach((step, k) => step.classList.toggle("on", k === shown));
    back.disabled = shown === 0;
    next.disabled = shown === steps.length - 1;
    count.textContent = shown + 1 + " / " + steps.length;
    for (const link of document.querySelectorAll("nav a"))
      if (link.hash === "#" + steps[shown].id) link.setAttribute("aria-current", "step");
      else link.removeAttribute("aria-current");
    play();
    if (focus) steps[shown].querySelector("h2").focus({ preventScroll: true });
    // The browser itself goes to what the address names, a moment later.
    requestAnimationFrame(() => scrollTo(0, 0));
  };
  const play = () => {
    const step = steps[shown];
    step.classList.remove("play");
    void step.offsetWidth;
    step.classList.add("play");
  };
  const fromHash = () => Math.max(0, steps.findIndex((s) => "#" + s.id === location.hash));
  back.onclick = () => show(shown - 1, true);
  next.onclick = () => show(shown + 1, true);
  again.onclick = play;
  slow.onclick = () => {
    const on = document.body.classList.toggle("slow");
    slow.setAttribute("aria-pressed", String(on));
    play();
  };
  addEventListener("keydown", (e) => {
    if (e.altKey || e.ctrlKey || e.metaKey || e.target.tagName === "INPUT") return;
    if (e.key === "ArrowLeft") show(shown - 1, true);
    if (e.key === "ArrowRight") show(shown + 1, true);
  });
  addEventListener("hashchange", () => show(fromHash(), true));
  document.body.classList.add("one");
  show(fromHash(), false);
})();
`;

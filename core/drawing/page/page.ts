import type { Drafter } from "../drafter/index.ts";
import { type Corners, cornersOf } from "./corners.ts";
import { type EdgeWork, edgesOn } from "./edge-work.ts";
import { type FreeHand, freeHandOn } from "./free-hand.ts";
import { type Hand, handOn } from "./hand.ts";
import { type Knowledge, knowledgeOf, type Subject } from "./knowledge.ts";

/**
 * The page a construction is drawn on, as its instruction speaks to it: what is known of the thing, what a hand can do with a
 * ruler and without one, its corners, and the work on its edges. Five parts side by side; none reaches into another but through
 * what it offers.
 */
export type Page = Knowledge & Hand & FreeHand & Corners & EdgeWork;

/** A page with one object on it, its moves recorded by the drafter. */
export function openPage(d: Drafter, subject: Subject): Page {
  const known = knowledgeOf(subject);
  const [hand, free] = [handOn(d, known), freeHandOn(d, known)];
  // Half as dear as spreading wide objects into another, and every thing drawn opens a page.
  const { solid } = subject.built;
  return Object.assign(known, hand, free, cornersOf(known, solid), edgesOn(known, hand, free, solid));
}

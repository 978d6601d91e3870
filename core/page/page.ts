import type { Drafter } from "../drafter/index.ts";
import { type EdgeWork, edgesOn } from "./edge-work.ts";
import { type Hand, handOn } from "./hand.ts";
import { type Knowledge, knowledgeOf, type Subject } from "./knowledge.ts";

/**
 * The page a construction is drawn on, as its instruction speaks to it: what is known of the thing, what a hand can do, and
 * the work on its edges. Three parts side by side; none reaches into another but through what it offers.
 */
export type Page = Knowledge & Hand & EdgeWork;

/** A page with one object on it, its moves recorded by the drafter. */
export function openPage(d: Drafter, subject: Subject): Page {
  const known = knowledgeOf(subject);
  const hand = handOn(d, known);
  // Half as dear as spreading three wide objects into a fourth, and every thing drawn opens a page.
  return Object.assign(known, hand, edgesOn(known, hand, subject.built.solid));
}

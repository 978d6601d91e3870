export { callAimed } from "./call-aimed.ts";
export { forLeftHand } from "./left-hand.ts";
export { nameKey } from "./letters.ts";
export { placesIn } from "./map-act.ts";
export { nearestMarks, rulerMarkMm } from "./measures.ts";
export { placeOfAct } from "./place-of-act.ts";
export { inPlainWords } from "./plain-words.ts";
export { isRinged } from "./say-lines.ts";
export { countSaid, lettersSaid, type Manner, sayName, sayReading } from "./say-names.ts";
export { isCounted } from "./say-stretches.ts";
export { sayTold } from "./say-told.ts";
export { showAct } from "./show-act.ts";
export type { MeasureSign, Sign } from "./signs.ts";
export { pressOf } from "./tell-input.ts";
export { type PhaseTold, tellLesson } from "./tell-lesson.ts";
export type {
  Act,
  Anew,
  End,
  FromEdgeRead,
  LineRef,
  Name,
  Reading,
  Ring,
  Ruled,
  Stretch,
  Told,
  Toward,
  Way,
  Where,
} from "./told.ts";

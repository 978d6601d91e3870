export { type Built, FLAT, type Patch, type Stick, type ThrownShadow, type Tie } from "./built.ts";
export { callPoint } from "./call-point.ts";
export { type FaceFrame, findFaceFrame, pointOnFace } from "./face-frame.ts";
export type { FoundSoFar } from "./knowledge.ts";
export { openPage, type Page } from "./page.ts";

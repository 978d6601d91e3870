export { coneRadiusMm, judgeConeOfVision } from "./cone-of-vision.ts";
export { judgeOffSheet } from "./off-sheet.ts";

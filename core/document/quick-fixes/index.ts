export { withDrawingFixes } from "./fix-drawing.ts";

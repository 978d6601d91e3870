export { withDrawingMends } from "./mend-drawing.ts";

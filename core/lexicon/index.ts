export { cornerPlace } from "./corners.ts";
export { sayShare } from "./fractions.ts";

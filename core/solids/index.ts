export { depthGroupOf, GROUND_GROUP, orderGroups } from "./depth-groups.ts";
export type { Edge, Face, Solid } from "./solid.ts";
export { cornerAt, faceShows, findFaceOnPaper, showingFaces, THINNEST_FACE_MM } from "./solid.ts";

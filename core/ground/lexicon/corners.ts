/** "upper left" for a corner id such as "front-left-top" or a point id that ends in one. */
export function cornerPlace(pointId: string): string {
  const name = pointId.slice(pointId.lastIndexOf("/") + 1);
  return `${name.includes("top") ? "upper" : "lower"} ${name.includes("right") ? "right" : "left"}`;
}

import { add, type Vec3 } from "../view/index.ts";

/** A round outline with lobes, always the same for the same number: no chance in the core. */
export function roughRound(centre: Vec3, across: Vec3, up: Vec3, seed: number): Vec3[] {
  const points = 48;
  return Array.from({ length: points + 1 }, (_, k) => {
    const t = (2 * Math.PI * k) / points;
    const lobes = 1 + 0.07 * Math.sin(7 * t + seed) + 0.04 * Math.sin(11 * t + 2 * seed);
    return add(add(centre, across, Math.cos(t) * lobes), up, Math.sin(t) * lobes);
  });
}

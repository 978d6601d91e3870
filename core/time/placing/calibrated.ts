import { SURENESS } from "./weights.ts";

/** A chance by the model as it bears out: of a hundred such places so many are right (J. Platt, 1999, from memory). */
export function calibrated(chance: number, said: boolean): number {
  const { slope, shift } = said ? SURENESS.said : SURENESS.unsaid;
  const inside = Math.min(0.995, Math.max(0.005, chance));
  return 1 / (1 + Math.exp(-(slope * Math.log(inside / (1 - inside)) + shift)));
}

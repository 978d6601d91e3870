/**
 * The 95 % interval of a share of which `count` of `of` were seen, as [low, high] from 0 to 1 (E. B. Wilson, Probable
 * inference, the law of succession, and statistical inference, 1927).
 */
export function wilsonInterval(count: number, of: number): readonly [number, number] {
  if (of === 0) return [0, 1];
  const z = 1.96;
  const share = count / of;
  const middle = share + (z * z) / (2 * of);
  const half = z * Math.sqrt((share * (1 - share)) / of + (z * z) / (4 * of * of));
  const whole = 1 + (z * z) / of;
  return [(middle - half) / whole, (middle + half) / whole];
}

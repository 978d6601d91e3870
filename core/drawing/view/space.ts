import type { Vec3 } from "./camera.ts";

/** Plain vector arithmetic in space; lengths in mm. */
export function add(a: Vec3, b: Vec3, times = 1): Vec3 {
  return [a[0] + b[0] * times, a[1] + b[1] * times, a[2] + b[2] * times];
}

export function minus(a: Vec3, b: Vec3): Vec3 {
  return [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
}

export function scaled(a: Vec3, by: number): Vec3 {
  return [a[0] * by, a[1] * by, a[2] * by];
}

export function dot(a: Vec3, b: Vec3): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
}

export function cross(a: Vec3, b: Vec3): Vec3 {
  return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
}

export function sizeOf(a: Vec3): number {
  return Math.hypot(a[0], a[1], a[2]);
}

/** The direction of `a` with length 1; `a` itself when it has no length. */
export function unit(a: Vec3): Vec3 {
  const size = sizeOf(a);
  return size > 0 ? scaled(a, 1 / size) : a;
}

/** A place or a direction in space, mm. */
export type Vector = readonly [x: number, y: number, z: number];

export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];

export const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];

export const cross = (a: Vector, b: Vector): Vector => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];

/** A place so far from another in a direction. */
export const moved = (from: Vector, direction: Vector, by = 1): Vector => [
  from[0] + direction[0] * by,
  from[1] + direction[1] * by,
  from[2] + direction[2] * by,
];

import type { MatPoint } from "./mat";

/** Two places that are to lie on one another. */
export interface PlacePair {
  /** Where it stays. */
  to: MatPoint;
  /** What is moved there. */
  from: MatPoint;
}

/**
 * The motion, turned and moved but not stretched, that brings places nearest to others by least
 * squares (Procrustes, in the plane; Arun, Huang and Blostein 1987).
 *
 * @param pairs at least two, apart from one another
 */
export function rigidMotion(pairs: readonly PlacePair[]): (place: MatPoint) => MatPoint {
  const middle = (side: keyof PlacePair): MatPoint => ({
    x: pairs.reduce((sum, pair) => sum + pair[side].x, 0) / pairs.length,
    y: pairs.reduce((sum, pair) => sum + pair[side].y, 0) / pairs.length,
  });
  const [to, from] = [middle("to"), middle("from")];
  let [dot, cross] = [0, 0];
  for (const pair of pairs) {
    const [ax, ay] = [pair.from.x - from.x, pair.from.y - from.y];
    const [bx, by] = [pair.to.x - to.x, pair.to.y - to.y];
    dot += ax * bx + ay * by;
    cross += ax * by - ay * bx;
  }
  const turn = Math.atan2(cross, dot);
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  return ({ x, y }) => ({
    x: to.x + cos * (x - from.x) - sin * (y - from.y),
    y: to.y + sin * (x - from.x) + cos * (y - from.y),
  });
}

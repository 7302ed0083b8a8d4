/** A straight line through points, by least squares. */
export interface Line {
  at: number;
  slope: number;
  rms: number;
  count: number;
}

export function lineThrough(points: readonly { x: number; y: number }[], originX = 0): Line | null {
  const count = points.length;
  if (count < 3) return null;
  const middleX = points.reduce((sum, { x }) => sum + x, 0) / count;
  const middleY = points.reduce((sum, { y }) => sum + y, 0) / count;
  let [square, product] = [0, 0];
  for (const { x, y } of points) {
    square += (x - middleX) ** 2;
    product += (x - middleX) * (y - middleY);
  }
  if (square === 0) return null;
  const slope = product / square;
  const at = middleY + slope * (originX - middleX);
  const rest = points.reduce(
    (sum, { x, y }) => sum + (y - middleY - slope * (x - middleX)) ** 2,
    0,
  );
  return { at, slope, rms: Math.sqrt(rest / count), count };
}

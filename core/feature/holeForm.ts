/** What a hole is shaped like: its size across the bar, and along it where that is another. */
export interface HoleForm {
  shape?: "round" | "square" | "oval" | undefined;
  diameter: number;
  long?: number | undefined;
}

/** How long a hole is along the bar, mm. */
export const alongMm = ({ shape, diameter, long }: HoleForm): number =>
  shape === "oval" ? (long ?? diameter) : diameter;

/**
 * How far a hole is round, mm. A square 4·s; an oval, taken as an ellipse, by
 * S. Ramanujan's second approximation (1914): π(a+b)(1 + 3h/(10 + √(4−3h))), h = ((a−b)/(a+b))².
 *
 * @example outlineMm({ shape: "square", diameter: 10 }) → 40
 */
export function outlineMm(form: HoleForm): number {
  if (form.shape === "square") return 4 * form.diameter;
  const [a, b] = [form.diameter / 2, alongMm(form) / 2];
  const h = ((a - b) / (a + b)) ** 2;
  return Math.PI * (a + b) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
}

/** What a hole opens, mm². */
export const openedMm2 = (form: HoleForm): number =>
  form.shape === "square" ? form.diameter ** 2 : (Math.PI / 4) * form.diameter * alongMm(form);

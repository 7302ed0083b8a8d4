import { box, drawingOf, line, type Drawing, type Mark } from "./drawing";

const WIDTH = 120;
const HEIGHT = 40;

/** The pieces of a run in their order as dots, across the band between their limits. */
export function runDrawing(
  values: readonly number[],
  { lower, upper }: { lower: number; upper: number },
): Drawing {
  const least = Math.min(lower, ...values);
  const reach = Math.max(upper, ...values) - least;
  const y = (value: number) => ((value - least) / reach) * HEIGHT;
  const x = (index: number) => ((index + 0.5) / values.length) * WIDTH;
  const limit = (value: number): Mark => ({
    kind: "text",
    x: -3,
    y: y(value) - 1.5,
    text: String(Number(value.toPrecision(6))),
    anchor: "end",
  });
  return drawingOf([
    box([0, y(lower)], [WIDTH, y(upper) - y(lower)]),
    limit(lower),
    limit(upper),
    ...(values.length > 1
      ? [
          line(
            values.map((value, index) => [x(index), y(value)] as const),
            "guide",
          ),
        ]
      : []),
    ...values.map((value, index) => ({
      kind: "circle" as const,
      ink: "mark" as const,
      x: x(index),
      y: y(value),
      r: Math.min(1.6, WIDTH / values.length / 3),
    })),
  ]);
}

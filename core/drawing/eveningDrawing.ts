import { inLanes } from "../evening/lanes";
import { drawingOf, type Drawing, type Mark } from "./drawing";

/** Rows are so high, where a minute is one wide. */
const HIGH = 6;
const APART = 10;

/** An evening's fires under one another, time along: each stay a line between two ticks, a weld heavier. */
export function eveningDrawing(
  { long, cleanUp, fires }: { long: number; cleanUp: number; fires: readonly string[] },
  places: readonly {
    fire: string;
    work: string;
    from: number;
    to: number;
    welding?: true | undefined;
  }[],
): Drawing {
  const line = (ink: "mark" | "ruler" | "solid", ...points: [number, number][]): Mark => ({
    kind: "path",
    ink,
    closed: false,
    points: points.map(([x, y]) => ({ x, y })),
  });
  let row = 0;
  const marks = fires.flatMap((fire): Mark[] => {
    const own = places.filter((place) => place.fire === fire);
    const { lanes, count } = inLanes(own);
    const stays = own.flatMap(({ from, to, work, welding }, index): Mark[] => {
      const y = -(row + lanes[index]!) * APART;
      return [
        line(welding ? "solid" : "mark", [from, y], [to, y]),
        line("mark", [from, y - HIGH / 2], [from, y + HIGH / 2]),
        line("mark", [to, y - HIGH / 2], [to, y + HIGH / 2]),
        { kind: "text", x: (from + to) / 2, y: y + 1, text: work, anchor: "middle" },
      ];
    });
    const label: Mark = { kind: "text", x: -2, y: -row * APART, text: fire, anchor: "end" };
    row += count;
    return [label, ...stays];
  });
  const bottom = -row * APART;
  const tools = line("ruler", [long - cleanUp, APART], [long - cleanUp, bottom]);
  return drawingOf([line("ruler", [0, APART], [long, APART]), tools, ...marks]);
}

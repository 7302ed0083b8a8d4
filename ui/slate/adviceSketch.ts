import type { Sketch } from "@/core/advice/advice";
import type { Form } from "@/core/advice/form";

/** A bar lying, as two edges; in pixels, y downwards. */
export interface SketchPaths {
  /** As it is now, and as it is to be. */
  before: string;
  after: string;
  /** Where it is cut, x, and how far that is from the end. */
  cut: { x: number; endX: number } | null;
  widthPx: number;
  heightPx: number;
}

const WIDTH_PX = 312;
/** No bar is drawn higher, however short it is beside its width. */
const MAX_HEIGHT_PX = 56;
const ROOM_PX = 18;
/** Of a stretch beside the one that is worked, so much is shown before it breaks off, as a share of that. */
const BESIDE_SHARE = 0.3;
const WAVE_PX = 3;

interface Edge {
  x: number;
  half: number;
}

/**
 * The stretch an advice works on as it is now and as it is to be, one scale for both, lying with
 * the end that doesn't move in one place; what is beside it broken off.
 */
export function sketchPaths({ before, after, worked, cut }: Sketch): SketchPaths {
  // The end at which something is beside it stays where it is.
  const fixedAtB = worked === 0 && before.length > 1;
  // What is beside it is shown as far in both.
  const besideMm = BESIDE_SHARE * Math.max(before[worked]!.lengthMm, after[worked]!.lengthMm);
  const [was, is] = [before, after].map((forms) =>
    edgesOf(forms, { worked, fixedAtB, besideMm }),
  ) as [Edge[], Edge[]];
  const all = [...was, ...is];
  const [from, to] = [Math.min(...all.map(({ x }) => x)), Math.max(...all.map(({ x }) => x))];
  const halfMm = Math.max(...all.map(({ half }) => half));
  const scale = Math.min(WIDTH_PX / (to - from), MAX_HEIGHT_PX / (2 * halfMm));
  const middle = ROOM_PX + halfMm * scale;
  const x = (mm: number) => (mm - from) * scale;
  const broken = { a: worked > 0, b: before.length > worked + 1 };
  const path = (edges: readonly Edge[]) =>
    outline(
      edges.map(({ x: mm, half }) => ({ x: x(mm), half: half * scale })),
      middle,
      broken,
    );
  const endMm = cut ? (cut.end === "A" ? was[0]!.x : was.at(-1)!.x) : 0;
  return {
    before: path(was),
    after: path(is),
    cut: cut ? { x: x(endMm + (cut.end === "A" ? cut.mm : -cut.mm)), endX: x(endMm) } : null,
    widthPx: WIDTH_PX,
    heightPx: 2 * halfMm * scale + ROOM_PX + 4,
  };
}

/** Both edges of the stretch that is worked, and a little of what is beside it. */
function edgesOf(
  forms: readonly Form[],
  { worked, fixedAtB, besideMm }: { worked: number; fixedAtB: boolean; besideMm: number },
): Edge[] {
  const own = forms[worked]!;
  const fromMm = fixedAtB ? -own.lengthMm : 0;
  const beside = (index: number, begin: number, isBefore: boolean): Edge[] => {
    const form = forms[index];
    if (!form) return [];
    const shownMm = Math.min(form.lengthMm, besideMm);
    const stations = form.stations;
    const near = isBefore ? stations.at(-1)! : stations[0]!;
    return isBefore
      ? [
          { x: begin - shownMm, half: near.thickMm / 2 },
          { x: begin, half: near.thickMm / 2 },
        ]
      : [
          { x: begin, half: near.thickMm / 2 },
          { x: begin + shownMm, half: near.thickMm / 2 },
        ];
  };
  const stations =
    own.stations.length === 1
      ? [0, 1].map((share) => ({ ...own.stations[0]!, share }))
      : own.stations;
  return [
    ...beside(worked - 1, fromMm, true),
    ...stations.map(({ share, thickMm }) => ({
      x: fromMm + share * own.lengthMm,
      half: thickMm / 2,
    })),
    ...beside(worked + 1, fromMm + own.lengthMm, false),
  ];
}

function outline(
  edges: readonly Edge[],
  middle: number,
  broken: { a: boolean; b: boolean },
): string {
  const [first, last] = [edges[0]!, edges.at(-1)!];
  const at = (x: number, y: number) => `${x.toFixed(1)} ${y.toFixed(1)}`;
  const top = edges.map(({ x, half }) => at(x, middle - half));
  const bottom = [...edges].reverse().map(({ x, half }) => at(x, middle + half));
  const wave = ({ x, half }: Edge, down: boolean) =>
    `Q${at(x + WAVE_PX, middle + (down ? -half : half) / 2)} ${at(x, middle)} Q${at(x - WAVE_PX, middle + (down ? half : -half) / 2)} ${at(x, middle + (down ? half : -half))}`;
  return `M${top.join("L")}${broken.b ? wave(last, true) : ""}L${bottom.join("L")}${broken.a ? wave(first, false) : ""}Z`;
}

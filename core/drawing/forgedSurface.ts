import { kindOf } from "../feature/registry";
import type { FlatPoint } from "../feature/surface";
import { finishBar } from "../piece/finish";
import { tellingElevation, type Elevation } from "../piece/outline";
import { MAIN_PART, type Bar, type Piece } from "../piece/piece";

/** What features draw on a bar that is forged and still straight, mm from end A and from its middle, up. */
export interface ForgedSurface {
  /** From where it shows most: as the form has it, or from above where that alone shows a hole or a slot. */
  elevation: Elevation;
  lines: FlatPoint[][];
  openings: FlatPoint[][];
  hidden: FlatPoint[][];
  circles: { x: number; y: number; r: number }[];
}

function surfaceIn({ stretches, features = [] }: Bar, elevation: Elevation) {
  // Curves are for later: their bar is drawn straight.
  const flat = features.filter((one) => !kindOf(one).curves);
  const { surface } = finishBar(stretches, flat, elevation);
  return {
    lines: surface.flatMap(({ lines = [], raised = [] }) => [...lines, ...raised]),
    openings: surface.flatMap(({ openings = [] }) => openings),
    hidden: surface.flatMap(({ hidden = [] }) => hidden),
    circles: surface.flatMap(({ circles = [] }) => circles),
  };
}

/** The surface of a straight bar, from where it shows most. */
export function forgedSurface(bar: Bar): ForgedSurface {
  const told = tellingElevation(bar);
  if (told === "plan") return { elevation: told, ...surfaceIn(bar, told) };
  const [side, plan] = [surfaceIn(bar, "side"), surfaceIn(bar, "plan")];
  const seen = ({ lines, openings, circles }: typeof side) =>
    lines.length + openings.length + circles.length;
  return isPlain(bar) && seen(plan) > seen(side)
    ? { elevation: "plan", ...plan }
    : { elevation: "side", ...side };
}

/** A bar of one section all along looks the same from everywhere, but for what is on it. */
const isPlain = ({ stretches }: Bar) =>
  stretches.every(({ kind }) => kind === "prism") && stretches.length === 1;

/** Of every bar of a piece, by its part's id. */
export const surfacesOf = (piece: Piece): Record<string, ForgedSurface> => ({
  [MAIN_PART]: forgedSurface(piece),
  ...Object.fromEntries((piece.parts ?? []).map((part) => [part.id, forgedSurface(part)])),
});

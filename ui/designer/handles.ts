import { layBar } from "@/core/bar/bar";
import { moveBoundary, moveFeature, replaceStretch, resizeStretch } from "@/core/piece/edit";
import { snapPosition, snapSize } from "@/core/piece/snap";
import { caliperSizesMm, type Section } from "@/core/section/section";
import type { LengthUnit } from "@/core/units/length";
import type { Bar } from "./bars";

const KINDS = ["boundary", "end", "thickness", "whole", "from", "to"] as const;

/** Something on the drawing that the hand can take: a boundary, an edge, a feature or an end of one. */
export interface Handle {
  kind: (typeof KINDS)[number];
  /** Of the stretch or feature it belongs to. */
  id: string;
}

/** A handle as an element carries it. */
export const handleName = ({ kind, id }: Handle): string => `${kind}:${id}`;

export function readHandle(name: string | undefined): Handle | null {
  const [said, id] = name?.split(":") ?? [];
  const kind = KINDS.find((one) => one === said);
  return kind && id ? { kind, id } : null;
}

/** How near a sensible place a drag has to come, px. */
const SNAP_PX = 7;
const THICKEST_MM = 200;

/** Where a handle stands on the bar, or how thick its stretch is, mm. */
export function startOfHandle(bar: Bar, { kind, id }: Handle): number {
  if (kind === "thickness") {
    const stretch = bar.stretches.find((one) => one.id === id);
    return stretch?.kind === "prism" ? caliperSizesMm(stretch.section)[0] : 0;
  }
  if (kind === "boundary" || kind === "end")
    return layBar(bar.stretches).stretches.find(({ stretch }) => stretch.id === id)?.toMm ?? 0;
  const feature = bar.features?.find((one) => one.id === id);
  if (!feature) return 0;
  if ("at" in feature) return feature.at;
  return kind === "to" ? feature.to : feature.from;
}

interface Drag {
  startMm: number;
  /** How far the hand has come along the bar and up, mm. */
  byMm: readonly [number, number];
  mmPerPx: number;
  unit: LengthUnit;
}

/** The bar with a handle where the hand has brought it, snapped to what is sensible. */
export function draggedBar(bar: Bar, handle: Handle, { startMm, byMm, mmPerPx, unit }: Drag): Bar {
  const { kind, id } = handle;
  // Both edges move, so the bar grows by twice as much.
  if (kind === "thickness")
    return thickened(bar, id, Math.min(THICKEST_MM, snapSize(startMm + 2 * byMm[1], unit)));
  const laid = layBar(bar.stretches);
  const places = [
    ...laid.stretches.filter(({ stretch }) => stretch.id !== id).map(({ toMm }) => toMm),
    ...(bar.features ?? [])
      .filter((feature) => feature.id !== id)
      .flatMap((feature) => ("at" in feature ? [feature.at] : [feature.from, feature.to])),
  ];
  const toMm = snapPosition(startMm + byMm[0], {
    lengthMm: laid.lengthMm,
    places,
    reachMm: SNAP_PX * mmPerPx,
    unit,
  });
  if (kind === "boundary") return moveBoundary(bar, id, toMm);
  if (kind === "end") {
    const fromMm = laid.stretches.find(({ stretch }) => stretch.id === id)?.fromMm ?? 0;
    return resizeStretch(bar, id, toMm - fromMm);
  }
  return moveFeature(bar, id, { toMm, grip: kind });
}

function thickened(bar: Bar, id: string, sizeMm: number): Bar {
  const stretch = bar.stretches.find((one) => one.id === id);
  return stretch?.kind === "prism"
    ? replaceStretch(bar, id, { ...stretch, section: withThickness(stretch.section, sizeMm) })
    : bar;
}

const withThickness = (section: Section, sizeMm: number): Section =>
  section.shape === "flat"
    ? { ...section, thickness: Math.min(sizeMm, section.width) }
    : { ...section, size: sizeMm };

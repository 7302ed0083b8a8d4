import { layBar } from "@/core/bar/bar";
import type { Feature, Stretch } from "@/core/piece/piece";
import type { Bar } from "./bars";

export type BarItem =
  | { kind: "stretch"; stretch: Stretch; fromMm: number; toMm: number }
  | {
      kind: "feature";
      feature: Feature;
      atMm: number;
    };

const placeOf = (feature: Feature) =>
  "at" in feature ? feature.at : (feature.from + feature.to) / 2;

/** What a bar is made of, from end A: every stretch, and under it the features whose middle lies on it. */
export function itemsAlong(bar: Bar): BarItem[] {
  const { stretches, lengthMm } = layBar(bar.stretches);
  const features = (bar.features ?? [])
    .map((feature) => ({ kind: "feature" as const, feature, atMm: placeOf(feature) }))
    .sort((a, b) => a.atMm - b.atMm);
  return stretches.flatMap(({ stretch, fromMm, toMm }): BarItem[] => [
    { kind: "stretch", stretch, fromMm, toMm },
    ...features.filter(
      ({ atMm }) => atMm >= fromMm && (atMm < toMm || (toMm === lengthMm && atMm >= toMm)),
    ),
  ]);
}

export const idOf = (item: BarItem): string =>
  item.kind === "stretch" ? item.stretch.id : item.feature.id;

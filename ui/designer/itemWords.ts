import { featureName, kindOf } from "@/core/feature/registry";
import { nameOf } from "@/core/bar/named";
import type { Feature, Stretch } from "@/core/piece/piece";
import { printSection } from "@/core/section/spoken";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import type { Bar } from "./bars";

/** What a stretch becomes. */
export function stretchInWords(stretch: Stretch, unit: LengthUnit): string {
  const end = (section: Extract<Stretch, { kind: "transition" }>["from"]) =>
    section === "point" ? "a point" : printSection(section, unit);
  switch (stretch.kind) {
    case "prism":
      return printSection(stretch.section, unit);
    case "transition":
      return `${end(stretch.from)} to ${end(stretch.to)}`;
    case "free":
      return `freely shaped, ${(stretch.volume / 1000).toFixed(1)} cm³`;
  }
}

/** What a feature is, in its kind's words. */
export const featureInWords = (feature: Feature, unit: LengthUnit): string =>
  kindOf(feature).describe(feature, (mm) => printBothUnits(mm, unit));

/** A thing on a bar by its name, with its numbers. */
export function barItemInWords(bar: Bar, id: string, unit: LengthUnit): string {
  const own = (mm: number) => printBothUnits(mm, unit);
  const stretch = bar.stretches.find((one) => one.id === id);
  if (stretch)
    return `${nameOf(stretch)}: ${own(stretch.length)}, ${stretchInWords(stretch, unit)}`;
  const feature = bar.features?.find((one) => one.id === id);
  if (!feature) return "";
  const place = "at" in feature ? own(feature.at) : `${own(feature.from)} to ${own(feature.to)}`;
  return `${featureName(feature)}: ${featureInWords(feature, unit)}; ${place} from A`;
}

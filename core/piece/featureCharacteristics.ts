import { spiralWidthMm } from "../curve/spiral";
import type { Characteristic } from "../measure/characteristic";
import { MOST_VALUES } from "../measure/ways";
import { caliperSizesMm } from "../section/section";
import { sectionAt, thicknessAt, type LaidBar } from "./bar";
import { scrollSpiral } from "./features";
import type { Feature } from "./piece";
import { wrappedLengthMm } from "./wrapped";

/** A scroll is on its template when nowhere farther off it than this share of its width (common practice, no source). */
const FORM_SHARE = 1 / 25;
/** Gap under a straight edge along a twist, as a share of its length (common practice, no source). */
const TWIST_STRAIGHT_SHARE = 1 / 80;

type Line = Pick<Characteristic, "measure" | "nominal"> & Partial<Characteristic>;

/**
 * What a feature is judged by. A hole: diameter, place, walls alike on the face
 * that was struck and on the far one, where a leaning punch shows. A bend:
 * angle and inside radius. A twist: turns, even pitch, straight axis. A ring:
 * two diameters, whether they agree, and its gap. A scroll: width and how far it
 * lies off its template. A wrap: length and turns. A fold: legs alike. A stamp, a
 * texture, a weld: by eye, in three grades.
 *
 * @param stretchId the stretch the feature lies in
 */
export function featureCharacteristics(
  feature: Feature,
  bar: LaidBar,
  stretchId: string,
): Characteristic[] {
  const line = lineMaker(feature, stretchId);
  switch (feature.kind) {
    case "hole": {
      const { diameter } = feature;
      const wallMm = (caliperSizesMm(sectionAt(bar, feature.at))[1] - diameter) / 2;
      return [
        // A small hole can still be opened.
        line("diameter", "", {
          measure: "diameter",
          nominal: diameter,
          heavyWhen: "below",
          weight: 2,
        }),
        line("place", "from end A", {
          measure: "position",
          nominal: feature.at,
          instrument: "rule",
        }),
        line("walls", "both walls", { ...difference(wallMm), measure: "walls" }),
        line("walls-far", "both walls, far face", {
          ...difference(wallMm),
          measure: "walls-far",
        }),
      ];
    }
    case "bend": {
      const thicknessMm = thicknessAt(bar, feature.at, feature.plane);
      return [
        line("angle", "angle", {
          measure: "angle",
          unit: "deg",
          nominal: Math.abs(feature.angle),
          instrument: "protractor",
          ...opened,
          weight: 2,
        }),
        line("radius", "inside radius", {
          measure: "radius",
          nominal: feature.insideRadius,
          instrument: "template",
          tolerance: { sizeMm: Math.max(feature.insideRadius, thicknessMm), coarser: 0 },
          whenLight: "ease",
        }),
      ];
    }
    case "twist": {
      const pitchMm = (feature.to - feature.from) / feature.turns;
      return [
        line("turns", "turns", {
          measure: "turns",
          unit: "turns",
          nominal: feature.turns,
          instrument: "eye",
          ...opened,
          weight: 2,
        }),
        line("pitch", "pitch, crest by crest", {
          ...difference(pitchMm),
          measure: "pitch",
          kind: "evenness",
          instrument: "rule",
          readings: "spread",
          count: Math.min(MOST_VALUES, Math.max(2, Math.floor(feature.turns))),
        }),
        line("straight", "straight", {
          measure: "straightness",
          kind: "evenness",
          nominal: 0,
          instrument: "straight-edge",
          fixed: { upper: Math.max(0.5, (feature.to - feature.from) * TWIST_STRAIGHT_SHARE) },
        }),
      ];
    }
    case "ring": {
      const inside = feature.insideDiameter;
      const across = (id: string, way: string) =>
        line(id, way, { measure: "diameter", nominal: inside, ...opened, heavyWhen: "above" });
      return [
        across("one-way", "inside, one way"),
        across("other-way", "inside, the other way"),
        line("round", "roundness, several diameters", {
          ...difference(inside),
          measure: "roundness",
          kind: "evenness",
          readings: "spread",
          count: 3,
        }),
        ...(feature.gap
          ? [
              line("gap", "gap", {
                measure: "gap",
                nominal: feature.gap,
                tolerance: { sizeMm: Math.max(feature.gap, 10), coarser: 0 },
                whenLight: "ease",
              }),
            ]
          : []),
      ];
    }
    case "scroll": {
      const spiral = scrollSpiral(feature, bar);
      const middle = (feature.from + feature.to) / 2;
      const widthMm = spiralWidthMm(spiral) + thicknessAt(bar, middle);
      return [
        line("width", "width", {
          measure: "extent",
          nominal: widthMm,
          instrument: "rule",
          ...opened,
          heavyWhen: "above",
          weight: 2,
        }),
        line("form", "off its template", {
          measure: "form",
          kind: "evenness",
          nominal: 0,
          instrument: "template",
          fixed: { upper: Math.max(1, widthMm * FORM_SHARE) },
          weight: 2,
        }),
      ];
    }
    case "wrap": {
      const { lengthMm } = wrappedLengthMm(feature, bar);
      return [
        line("turns", "turns", {
          measure: "turns",
          unit: "turns",
          nominal: feature.turns,
          instrument: "eye",
          ...opened,
          weight: 2,
        }),
        ...(lengthMm === null
          ? []
          : [
              line("length", "wrapped length", {
                measure: "extent",
                nominal: lengthMm,
                instrument: "rule",
                ...opened,
                heavyWhen: "above",
              }),
            ]),
      ];
    }
    case "fold":
      return [
        line("legs", "both legs", {
          ...difference(Math.min(feature.at, bar.lengthMm - feature.at)),
          measure: "legs",
          instrument: "rule",
          whenLight: "trim",
        }),
      ];
    case "stamp":
      return [line("mark", "one blow, the right way up", { ...byEye, measure: "mark" })];
    case "texture":
      return [line("cover", "even cover", { ...byEye, measure: "cover" })];
    case "weld":
      return [line("seam", "seam closed", { ...byEye, measure: "weld", weight: 2 })];
  }
}

/** Under-bent and under-twisted is still to be worked; over can be eased back. */
const opened = { heavyWhen: "below", whenLight: "ease" } as const;

/** Judged in three grades beside reference pictures. */
const byEye = {
  kind: "presence",
  unit: "grade",
  nominal: 0,
  instrument: "eye",
  readings: "grade",
} as const;

/** Two readings that should agree. */
const difference = (sizeMm: number) =>
  ({
    kind: "match",
    nominal: 0,
    readings: "difference",
    tolerance: { sizeMm, coarser: 0 },
  }) as const;

const KIND_NAMES: Record<Feature["kind"], string> = {
  hole: "Hole",
  bend: "Bend",
  twist: "Twist",
  scroll: "Scroll",
  ring: "Ring",
  wrap: "Wrap",
  fold: "Fold",
  stamp: "Stamp",
  texture: "Texture",
  weld: "Weld",
};

/**
 * What a feature is called: its id read aloud, or its kind where the id is only a number.
 *
 * @example featureName({ id: "lower-hole", kind: "hole" }) → "Lower hole"
 */
export function featureName({ id, kind }: Pick<Feature, "id" | "kind">): string {
  const said = id.replace(/[-_]+/g, " ").trim();
  const plain = /^[a-z]?\d+$/i.test(said) ? `${KIND_NAMES[kind]} ${said.replace(/\D/g, "")}` : said;
  return plain.charAt(0).toUpperCase() + plain.slice(1);
}

function lineMaker(feature: Feature, stretchId: string) {
  const atMm = "at" in feature ? feature.at : (feature.from + feature.to) / 2;
  const name = featureName(feature);
  return (id: string, way: string, line: Line): Characteristic => ({
    id: `${feature.id}.${id}`,
    name: way === "" ? name : `${name}, ${way}`,
    kind: "size",
    unit: "mm",
    stretch: stretchId,
    feature: feature.id,
    atMm,
    instrument: "caliper",
    heavyWhen: "above",
    whenLight: "start-again",
    readings: "one",
    tolerance: { sizeMm: Math.abs(line.nominal), coarser: 0 },
    weight: 1,
    ...line,
  });
}

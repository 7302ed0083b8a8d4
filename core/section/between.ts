import { sectionAreaMm2, type Point, type Section } from "./section";

/**
 * Volume of a straight-sided transition between two sections over a length, mm³.
 *
 * Same shape: each dimension runs linearly, so V = L·(A₁ + A₂)/3 plus L/6 times
 * the cross products of the dimensions (for one dimension: L/3·(a² + ab + b²)).
 * Different shapes: √area runs linearly, V = L/3·(A₁ + √(A₁A₂) + A₂). A point is
 * the same shape shrunk to nothing, L·A/3. A square that runs to a flat's edge
 * is taken as a flat, so that a chisel edge takes half its length of bar.
 *
 * @example volumeBetweenMm3({ shape: "square", size: 12 }, "point", 90) → 4320
 * @example volumeBetweenMm3({ shape: "square", size: 12 }, { shape: "square", size: 3 }, 100) → 6300
 */
export function volumeBetweenMm3(
  from: Section | Point,
  to: Section | Point,
  lengthMm: number,
): number {
  if (from === "point") return to === "point" ? 0 : (sectionAreaMm2(to) * lengthMm) / 3;
  if (to === "point") return (sectionAreaMm2(from) * lengthMm) / 3;
  const flats = bothAsFlats(from, to);
  if (flats) {
    const [a, b] = flats;
    const crossed = (a.width * b.thickness + b.width * a.thickness) / 6;
    return lengthMm * ((sectionAreaMm2(a) + sectionAreaMm2(b)) / 3 + crossed);
  }
  const areaFrom = sectionAreaMm2(from);
  const areaTo = sectionAreaMm2(to);
  return (lengthMm * (areaFrom + Math.sqrt(areaFrom * areaTo) + areaTo)) / 3;
}

type Flat = Extract<Section, { shape: "flat" }>;

function bothAsFlats(from: Section, to: Section): [Flat, Flat] | undefined {
  if (from.shape === "flat" && to.shape === "flat") return [from, to];
  if (from.shape === "square" && isEdge(to)) return [asFlat(from.size), to];
  return to.shape === "square" && isEdge(from) ? [from, asFlat(to.size)] : undefined;
}

const isEdge = (section: Section): section is Flat =>
  section.shape === "flat" && (section.thickness === 0 || section.width === 0);

const asFlat = (size: number): Flat => ({ shape: "flat", width: size, thickness: size });

/**
 * The section at a fraction of the way along a transition (0 at `from`, 1 at `to`).
 * Between different shapes √area runs linearly. A square spread to a flat keeps
 * its shape's proportion changing evenly; otherwise the shape is the nearer end's.
 *
 * @example sectionBetween({ shape: "square", size: 3 }, { shape: "square", size: 12 }, 0.5) → { shape: "square", size: 7.5 }
 */
export function sectionBetween(
  from: Section | Point,
  to: Section | Point,
  fraction: number,
): Section {
  const start = from === "point" ? shrunk(to) : from;
  const end = to === "point" ? shrunk(from) : to;
  const mix = (a: number, b: number) => a + (b - a) * fraction;
  if (start.shape === "flat" && end.shape === "flat")
    return {
      shape: "flat",
      width: mix(start.width, end.width),
      thickness: mix(start.thickness, end.thickness),
    };
  if (start.shape !== "flat" && end.shape !== "flat" && start.shape === end.shape)
    return { shape: start.shape, size: mix(start.size, end.size) };
  const area = mix(Math.sqrt(sectionAreaMm2(start)), Math.sqrt(sectionAreaMm2(end))) ** 2;
  if (isRectangle(start) && isRectangle(end)) {
    const [a, b] = [rectangle(start), rectangle(end)];
    const width = mix(a.width, b.width);
    return scaledToArea({ shape: "flat", width, thickness: mix(a.thickness, b.thickness) }, area);
  }
  const nearer = fraction < 0.5 ? start : end;
  return scaledToArea(sectionAreaMm2(nearer) > 0 ? nearer : nearer === start ? end : start, area);
}

type Rectangle = Flat | (Section & { shape: "square" });
const isRectangle = (section: Section): section is Rectangle =>
  section.shape === "flat" || section.shape === "square";
const rectangle = (section: Rectangle): Flat =>
  section.shape === "flat" ? section : asFlat(section.size);

function shrunk(section: Section | Point): Section {
  if (section === "point") return { shape: "square", size: 0 };
  return section.shape === "flat"
    ? { shape: "flat", width: 0, thickness: 0 }
    : { shape: section.shape, size: 0 };
}

function scaledToArea(section: Section, areaMm2: number): Section {
  const area = sectionAreaMm2(section);
  const factor = area > 0 ? Math.sqrt(areaMm2 / area) : 0;
  return section.shape === "flat"
    ? { shape: "flat", width: section.width * factor, thickness: section.thickness * factor }
    : { shape: section.shape, size: section.size * factor };
}

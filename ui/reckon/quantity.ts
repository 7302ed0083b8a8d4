import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { spokenName } from "./fields";

const UNIT_SUFFIX = /(Mm|Mm2|Mm3|Kg|Deg|KgPerM|LbPerFt)$/;

/** What a field of an answer is called. */
export const quantityName = (name: string): string =>
  spokenName(name.replace(UNIT_SUFFIX, "") || name);

const digits = (value: number, places: number) => value.toFixed(places);

/** A value of an answer as it is read, lengths in both units. */
export function quantityInWords(name: string, value: unknown, unit: LengthUnit): string {
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (Array.isArray(value))
    return value.map((mm) => printBothUnits(Number(mm), unit)).join("; ") || "none";
  if (value !== null && typeof value === "object") return stockInWords(value as NearestStock, unit);
  if (typeof value !== "number") return String(value);
  return numberInWords(name, value, unit);
}

interface NearestStock {
  metricMm: number;
  inch: string;
}

const stockInWords = ({ metricMm, inch }: NearestStock, unit: LengthUnit) =>
  unit === "mm" ? `${metricMm} mm · ${inch}` : `${inch} · ${metricMm} mm`;

const FINE_LENGTHS = /^(mm|plusMinusMm|widthMm|fractionErrorMm)$/;

/** Figures by the unit their field's name ends in. */
const UNITS: [RegExp, (value: number, unit: LengthUnit) => string][] = [
  [/Mm2$/, (value) => `${digits(value, 1)} mm²`],
  [/Mm3$/, (value) => `${digits(value / 1000, 2)} cm³`],
  [FINE_LENGTHS, (value) => `${digits(value, 3)} mm`],
  [/Mm$/, (value, unit) => printBothUnits(value, unit)],
  [/Kg$/, (value) => `${digits(value, 3)} kg`],
  [/^kgPerM$/, (value) => `${digits(value, 3)} kg/m`],
  [/^lbPerFt$/, (value) => `${digits(value, 3)} lb/ft`],
  [/Deg$/, (value) => `${digits(value, 1)}°`],
  [/^seconds$/, (value) => `${digits(value, 0)} s`],
  [/^probability$/, (value) => `${digits(value * 100, 1)} %`],
];

function numberInWords(name: string, value: number, unit: LengthUnit): string {
  const known = UNITS.find(([pattern]) => pattern.test(name));
  return known ? known[1](value, unit) : String(Number(value.toPrecision(5)));
}

/** Whether an answer's field is a length of bar, to be used in a drawing. */
export const isLength = (name: string, value: unknown): value is number =>
  typeof value === "number" && value > 0 && (name === "mm" || /LengthMm$/.test(name));

import * as z from "zod";
import type { LaidBar } from "../bar/bar";
import { positionSchema, thingIdSchema } from "../bar/schema";
import type { Characteristic } from "../measure/characteristic";
import type { StageSize } from "../operation/operation";
import type { OperationKey } from "../operation/registry";
import type { Section } from "../section/section";
import type { Random } from "../stats/random";
import type { Risk } from "../trade/risks";
import type { Settings } from "../trade/settings";
import type { Arc } from "./curve";
import type { Rework } from "./rework";
import type { Surface, SurfaceMarks } from "./surface";
import type { Warning } from "./warning";

/** Fields of a feature that sits at one place. */
export const atPlace = { id: thingIdSchema, at: positionSchema };
/** Fields of a feature that lies between two places. */
export const betweenPlaces = { id: thingIdSchema, from: positionSchema, to: positionSchema };

const turnsAccepted = "Turns are from 0.001 to 100.";
export const turnsSchema = z.number().min(0.001, turnsAccepted).max(100, turnsAccepted);
export const handSchema = z.enum(["left", "right"]);
/** Which way it curls, as seen in the side elevation with end A on the left. */
export const sideSchema = z.enum(["up", "down"]).optional();

/** What every feature has: where it is on the forged, straight bar from end A, mm. */
export type Placed = { id: string; kind: string } & ({ at: number } | { from: number; to: number });

/** Where a feature lies on the forged, straight bar, and the bar its shape takes. */
export interface FeatureExtent {
  fromMm: number;
  toMm: number;
  /** Length of bar the shape needs on the centre line, mm; null where it is whatever it spans. */
  needsMm: number | null;
}

/** A field of its own that a person can set, beside its place. */
export type Field = {
  /** Shown only where another field has this value. */
  when?: { key: string; is: string };
} & (
  | { type: "length"; key: string; label: string; zero?: boolean; start?: number }
  | { type: "number"; key: string; label: string; min: number; max: number; start?: number }
  | { type: "choice"; key: string; label: string; choices: readonly (readonly [string, string])[] }
  | { type: "text"; key: string; label: string; maxLength: number }
  /** A stretch or a feature of the same bar, by its id. */
  | { type: "thing"; key: string; label: string }
);

/** What a feature is measured by; the rest of the line follows from the feature. */
export type Line = Pick<Characteristic, "measure" | "nominal"> &
  Partial<Omit<Characteristic, "id" | "name" | "of" | "stretch" | "feature">> & {
    /** A place along the bar: said from end A, or past a bend from end B or along its own straight run. */
    placed?: true;
  };
/** Makes a characteristic of a feature: its id, what is said after the name, and the line. */
export type LineMaker = (id: string, way: string, line: Line) => Characteristic;

/** A mark on the cold bar: where it is on the forged bar, and how far beside that on the cold one, mm. */
export interface FeatureMark {
  what: string;
  atMm: number;
  besideMm?: number;
}

/** What the work on a feature depends on besides itself. */
export interface FeatureWork {
  bar: LaidBar;
  features: readonly Placed[];
  settings: Settings;
  stock: Section;
}

/** One operation a feature asks for. What is left out is the operation's own. */
export interface FeatureOperation<F = unknown> {
  operation: OperationKey;
  title?: string;
  words?: string;
  check?: string;
  tools?: readonly string[];
  /** The feature as this operation leaves it, which may be of another kind while it is so; none where it leaves none yet. */
  leaves?: F | Placed;
  /** What this is done to reach: it comes before the work on that, or after it, as its own order says. */
  around?: string | undefined;
  /** Where it is done, mm from end A; on the feature's own place where nothing is said. */
  place?: { fromMm: number; toMm: number };
  /** Whether it brings the stretch it lies in to its form. */
  shapes?: boolean;
  /** The section its stretch has after it, before it comes to its own form. */
  forms?: Section;
  /** The feature its sizes are taken from, where that is not the feature itself or what it leaves of the same kind. */
  speaksOf?: Placed;
  /** Whether it drives the bar together for the feature: its steel is gathered here, its form comes later. Where and how much is said by itself. */
  gathers?: boolean;
  /** Numbers to reach or to work at, taken from the feature as it lies on the bar then. */
  sizes: (feature: F, bar: LaidBar) => StageSize[];
  /** Heats a practised hand takes, where they follow from its own numbers. */
  heats?: number;
}

/** Where a new feature is put, and what it is put on. */
export interface Start {
  id: string;
  atMm: number;
  lengthMm: number;
  /** Width of the bar there, mm. */
  sizeMm: number;
}

/** What a schema of a feature reads to. */
type Read<Schema extends z.ZodObject> = Extract<z.output<Schema>, Placed>;

/** One kind of feature: everything the product knows of it. */
export interface FeatureKind<Schema extends z.ZodObject = z.ZodObject, F extends Placed = Placed> {
  kind: F["kind"];
  /** What it is called where nobody named it. */
  name: string;
  /** What it is for, and other words for it: said where it can be added. */
  about: string;
  schema: Schema;
  fields: readonly Field[];
  /** What else changes with a field: a slot that comes with its method. */
  settled?(feature: F): F;
  extent(feature: F, bar: LaidBar): FeatureExtent;
  /** What it does to the centre line; none for what leaves it alone. */
  arcs?(feature: F, bar: LaidBar, finestRad: number): Arc[];
  /** Stretches of bar that come out shorter, as a share of their length: the legs of a wrap. */
  takesUp?(
    feature: F,
    bar: LaidBar,
    features: readonly Placed[],
  ): { fromMm: number; toMm: number; share: number }[];
  /** Whether it curves the bar, so that no rule lies along it. */
  curves: boolean;
  /** Whether the stretch it lies on is made from bar folded back on itself. */
  doubles?: boolean;
  /** Whether it goes through the bar, so that no bend should. */
  pierces?: boolean;
  /** Whether it turns the section, so that no caliper finds a side. */
  turnsSection?: boolean;
  /** Which of its lines two that are drawn alike are held against one another by. */
  alikeBy?: string;
  /** Volume it adds to the outside form of its stretch, mm³, less than nothing where it takes some away. */
  keptVolumeMm3?(feature: F, bar: LaidBar): number;
  warnings(feature: F, bar: LaidBar, features: readonly Placed[]): Warning[];
  characteristics(feature: F, bar: LaidBar, line: LineMaker): Characteristic[];
  /** What can still be done about each of its lines that is off, by what the line is called after the feature. */
  rework: Readonly<Record<string, Rework<F>>>;
  operations(feature: F, work: FeatureWork): FeatureOperation<F>[];
  marks(feature: F, bar: LaidBar): FeatureMark[];
  drawn?(feature: F, surface: Surface): SurfaceMarks;
  risks(feature: F): Risk[];
  start(place: Start): F;
  /** What it is in a few words, without its name. */
  describe(feature: F, length: (mm: number) => string): string;
  /** Any feature of the kind within a bar, makeable or not: for generated pieces. */
  sample(id: string, lengthMm: number, random: Random): F;
}

/** Gives a kind its types; nothing else. */
export const defineFeature = <Schema extends z.ZodObject>(
  kind: FeatureKind<Schema, Read<Schema>>,
): FeatureKind<Schema, Read<Schema>> => kind;

/** A place on a bar, for generated pieces. */
export const anyPlace = (lengthMm: number, random: Random): number =>
  Math.round(random.next() * lengthMm * 1000) / 1000;

/** A span of more than a millimetre on a bar, for generated pieces. */
export function anySpan(lengthMm: number, random: Random): { from: number; to: number } {
  const [a, b] = [anyPlace(lengthMm, random), anyPlace(lengthMm, random)];
  const [from, to] = [Math.min(a, b), Math.max(a, b)];
  return to - from > 1 ? { from, to } : { from: 0, to: lengthMm * 0.9 };
}

/** Where a spanning feature begins and ends when it is new: a hundred millimetres, kept on the bar. */
export function startSpan({ atMm, lengthMm }: Start): { from: number; to: number } {
  const half = Math.min(lengthMm / 2, 50);
  const from = Math.max(0, Math.min(atMm - half, lengthMm - 2 * half));
  return { from, to: from + 2 * half };
}

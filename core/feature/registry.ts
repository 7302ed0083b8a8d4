import * as z from "zod";
import type { LaidBar } from "../bar/bar";
import { nameInText, nameOf, type Named } from "../bar/named";
import type { FeatureExtent, FeatureKind, FeatureOperation, FeatureWork, Placed } from "./feature";
import { bend } from "./kinds/bend";
import { chamfer } from "./kinds/chamfer";
import { corners } from "./kinds/corners";
import { boss } from "./kinds/boss";
import { groove } from "./kinds/groove";
import { lugs } from "./kinds/lugs";
import { tab } from "./kinds/tab";
import { temporaryBend } from "./kinds/temporaryBend";
import { dimple } from "./kinds/dimple";
import { dish } from "./kinds/dish";
import { partCut } from "./kinds/partCut";
import { slit } from "./kinds/slit";
import { slot } from "./kinds/slot";
import { veins } from "./kinds/veins";
import { doubled } from "./kinds/doubled";
import { fold } from "./kinds/fold";
import { hole } from "./kinds/hole";
import { ring } from "./kinds/ring";
import { scroll } from "./kinds/scroll";
import { stamp } from "./kinds/stamp";
import { texture } from "./kinds/texture";
import { twist } from "./kinds/twist";
import { weld } from "./kinds/weld";
import { wrap } from "./kinds/wrap";

/** Every kind of feature, in the order they are offered. A new kind is a file and a line here. */
const KINDS = [
  hole,
  slot,
  bend,
  twist,
  scroll,
  ring,
  fold,
  wrap,
  temporaryBend,
  groove,
  chamfer,
  slit,
  partCut,
  boss,
  lugs,
  tab,
  dimple,
  stamp,
  texture,
  veins,
  dish,
  corners,
  weld,
  doubled,
] as const;

type SchemasOf<Kinds extends readonly { schema: unknown }[]> = {
  -readonly [Index in keyof Kinds]: Kinds[Index]["schema"];
};

const kindNames = KINDS.map(({ kind }) => kind);

/** Any feature of a bar, by its kind. */
export const featureSchema = z.discriminatedUnion(
  "kind",
  KINDS.map(({ schema }) => schema) as unknown as SchemasOf<typeof KINDS>,
  {
    error: () =>
      `A feature is of kind ${kindNames.slice(0, -1).join(", ")} or ${kindNames.at(-1)!}.`,
  },
);
export type Feature = z.output<typeof featureSchema>;

/** A kind with the types of its features left open. */
type AnyKind = FeatureKind<z.ZodObject, Placed & Record<string, unknown>>;

/** Every kind, in the order they are offered. */
export const FEATURE_KINDS = KINDS as unknown as readonly AnyKind[];

const byName = new Map<string, AnyKind>(FEATURE_KINDS.map((kind) => [kind.kind, kind]));

/** The kind a feature is of. */
export function kindOf({ kind }: Pick<Placed, "kind">): AnyKind {
  const found = byName.get(kind);
  if (!found) throw new Error(`no feature kind ${kind}`);
  return found;
}

/** Where a bend, fold, ring or scroll is solved from what was said of it. */
export function featureExtent(feature: Feature, bar: LaidBar): FeatureExtent {
  const known = extents.get(feature);
  if (known?.bar === bar) return known.extent;
  const extent = kindOf(feature).extent(feature, bar);
  extents.set(feature, { bar, extent });
  return extent;
}

/** Warnings, marks, drawings and measuring plans all ask; it is found once for each bar. */
const extents = new WeakMap<Feature, { bar: LaidBar; extent: FeatureExtent }>();

/** The operations a feature asks for, in the order of its own work. */
export const operationsOf = (feature: Feature, work: FeatureWork) =>
  kindOf(feature).operations(feature, work) as unknown as FeatureOperation<Feature>[];

/** Ids that are only a number: "h1", "2". */
const NUMBERED = /^[a-z]?(\d+)$/i;

/** A feature as something with a name: its kind and number where its id is only a number. */
function named(feature: Named & Pick<Placed, "kind">): Named {
  const number = NUMBERED.exec(feature.id)?.[1];
  if (feature.name !== undefined || number === undefined) return feature;
  return { id: `${kindOf(feature).name.toLowerCase()} ${number}` };
}

/**
 * What a feature is called: its own name, its id read aloud, or its kind where the id is only a number.
 *
 * @example featureName({ id: "lower-hole", kind: "hole" }) → "Lower hole"
 */
export const featureName = (feature: Named & Pick<Placed, "kind">): string =>
  nameOf(named(feature));

/** The same within a sentence; see {@link nameInText}. */
export const featureNameInText = (feature: Named & Pick<Placed, "kind">): string =>
  nameInText(named(feature));

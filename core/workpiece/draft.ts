import type { Stretch } from "../bar/schema";
import type { LaidBar } from "../bar/bar";
import type { Feature } from "../feature/registry";
import { OPERATIONS, type OperationKey } from "../operation/registry";
import type { StageSize } from "../operation/operation";
import type { Section } from "../section/section";

/** A part of the finished, straight bar, mm from end A. */
export interface Place {
  fromMm: number;
  toMm: number;
}

/** What a stage does to its bar; nothing where it leaves the form alone. */
export interface Change {
  /**
   * A stretch brought to a form: its finished one, or one on the way to it, whose
   * length follows from the steel in it. What is finished stays so, but for an
   * instructor's own stage.
   */
  shape?: { stretch: string; to: "finished" | Stretch; own?: true };
  /** Steel of a stretch that is driven together for a feature still to come. */
  gathers?: { stretch: string; feature: string };
  /** A feature the bar has from now on, in its place on the finished bar. */
  leaves?: Feature;
  /** Stretches of any bar that come to their finished form with it: what is welded together. */
  elsewhere?: { part: string; stretch: string }[];
  /** The trim at end B comes off. */
  trims?: boolean;
}

/** A stage's bar before and after it, for what is read off them. */
export interface StageView {
  /** Each stretch's place among them, by its id. */
  indexOf: ReadonlyMap<string, number>;
  before: LaidBar;
  after: LaidBar;
  /** A feature where it lies after it, or where it will be put. */
  featureNow: (feature: Feature) => Feature;
}

/** One stage as it is asked for, before it has its place in the work. */
export interface StageDraft {
  /** Stable for the same piece: the operation's key and what it is done to. */
  id: string;
  key: OperationKey;
  part: string;
  /** Ids of the stretches, features, parts or joins it is done to. */
  on: string[];
  places: Place[];
  title: string;
  words: string;
  check: string;
  tools: readonly string[];
  change: Change;
  sizes: (view: StageView) => StageSize[];
  /** The section that sets the time in the air, where it isn't the one found there. */
  section?: Section | undefined;
  /** Heats that follow from its own numbers; else the operation's own. */
  heats?: number | undefined;
  /** Whether it is done cold, whatever its operation is done at. */
  cold?: boolean;
  /** Whether it needs end B to be free. */
  needsEndB?: boolean;
  /** The bar whose end B is free once it is done, where that is another than its own. */
  frees?: string | undefined;
  /** What it is done to reach: see {@link FeatureOperation.around}. */
  around?: string | undefined;
}

/** What makes a draft; the rest is its operation's. */
type DraftParts = Pick<StageDraft, "key" | "part" | "on" | "places"> &
  Partial<Record<"title" | "words" | "check", string | undefined>> &
  Partial<Omit<StageDraft, "id" | "key" | "title" | "words" | "check" | "tools">> & {
    of: string;
    tools?: readonly string[] | undefined;
  };

const NO_CHANGE: Change = {};
const NO_SIZES = (): StageSize[] => [];

/** A draft with what its operation says where nothing else is said. */
export function draftOf(said: DraftParts): StageDraft {
  const { of, key, part, on, places } = said;
  const operation = OPERATIONS[key];
  return {
    id: `${key}:${of}`,
    key,
    part,
    on,
    places,
    title: said.title ?? operation.verb,
    words: said.words ?? operation.words,
    check: said.check ?? operation.check,
    tools: said.tools ?? operation.tools,
    change: said.change ?? NO_CHANGE,
    sizes: said.sizes ?? NO_SIZES,
    section: said.section,
    heats: said.heats,
    cold: said.cold ?? false,
    needsEndB: said.needsEndB ?? false,
    frees: said.frees,
    around: said.around,
  };
}

/**
 * A verb before a name, but not twice: a name that says the work already is enough.
 *
 * @example titled("Twist", "shank") → "Twist shank"
 * @example titled("Twist", "tight twist") → "Tight twist"
 */
export function titled(verb: string, name: string): string {
  const space = verb.indexOf(" ");
  const work = (space < 0 ? verb : verb.slice(0, space)).toLowerCase();
  const isSaid = ` ${name.toLowerCase()} `.includes(` ${work} `);
  return isSaid ? name.charAt(0).toUpperCase() + name.slice(1) : `${verb} ${name}`;
}

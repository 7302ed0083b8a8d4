/** What is to be known of a measure beside its numbers. */
interface MeasureDefinition {
  /** Whether it is judged on a stretch of bar rather than on a feature: its corrections come first. */
  ofStretch: boolean;
  /** What it points to for causes when it is off; nothing where it is read together with others. */
  sign:
    | "diamond"
    | "bowed"
    | "walls-unequal"
    | "walls-unequal-far"
    | "place-off"
    | "legs-unequal"
    | "not-round"
    | "off-template"
    | "angle-off"
    | "sides-uneven"
    | null;
  /** How unevenness of it is taken out (common practice, no source). */
  evenOut: string;
}

const EVEN_OUT = "Bring it to one measure all along.";

const measure = (some: Partial<MeasureDefinition> = {}): MeasureDefinition => ({
  ofStretch: false,
  sign: null,
  evenOut: EVEN_OUT,
  ...some,
});

/** Every measure there is, one record each: what is measured decides what can be done about it. */
export const MEASURES = {
  thickness: measure({ ofStretch: true }),
  length: measure({ ofStretch: true }),
  straightness: measure({ ofStretch: true, sign: "bowed" }),
  diagonals: measure({ ofStretch: true, sign: "diamond" }),
  position: measure({ sign: "place-off" }),
  diameter: measure(),
  depth: measure(),
  clearance: measure(),
  own: measure(),
  walls: measure({ sign: "walls-unequal" }),
  "walls-far": measure({ sign: "walls-unequal-far" }),
  angle: measure({ sign: "angle-off" }),
  radius: measure(),
  turns: measure(),
  pitch: measure({
    evenOut: "Cool the turns that lead, heat those that lag, and twist on.",
  }),
  gap: measure(),
  roundness: measure({
    sign: "not-round",
    evenOut: "Set it on the horn where it stands proud, at an even heat.",
  }),
  form: measure({ sign: "off-template" }),
  extent: measure(),
  legs: measure({ sign: "legs-unequal" }),
  sides: measure({
    sign: "sides-uneven",
    evenOut: "Work the high stations only, turning a true quarter, until one line runs through.",
  }),
  cover: measure(),
  mark: measure(),
  weld: measure(),
  joint: measure(),
} as const satisfies Record<string, MeasureDefinition>;

export type Measure = keyof typeof MEASURES;
/** Names of all measures, for schemas. */
export const MEASURE_NAMES = Object.keys(MEASURES) as [Measure, ...Measure[]];

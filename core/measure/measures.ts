/** What is to be known of a measure beside its numbers. */
interface MeasureDefinition {
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
    | "fit-tight"
    | null;
}

const measure = (some: Partial<MeasureDefinition> = {}): MeasureDefinition => ({
  sign: null,
  ...some,
});

/** Every measure there is, one record each: what is measured decides what can be done about it. */
export const MEASURES = {
  thickness: measure(),
  length: measure(),
  straightness: measure({ sign: "bowed" }),
  diagonals: measure({ sign: "diamond" }),
  position: measure({ sign: "place-off" }),
  diameter: measure(),
  depth: measure(),
  clearance: measure({ sign: "fit-tight" }),
  own: measure(),
  walls: measure({ sign: "walls-unequal" }),
  "walls-far": measure({ sign: "walls-unequal-far" }),
  angle: measure({ sign: "angle-off" }),
  radius: measure(),
  turns: measure(),
  pitch: measure({}),
  gap: measure(),
  roundness: measure({
    sign: "not-round",
  }),
  form: measure({ sign: "off-template" }),
  extent: measure(),
  legs: measure({ sign: "legs-unequal" }),
  sides: measure({
    sign: "sides-uneven",
  }),
  cover: measure(),
  mark: measure(),
  weld: measure(),
  joint: measure(),
} as const satisfies Record<string, MeasureDefinition>;

export type Measure = keyof typeof MEASURES;
/** Names of all measures, for schemas. */
export const MEASURE_NAMES = Object.keys(MEASURES) as [Measure, ...Measure[]];

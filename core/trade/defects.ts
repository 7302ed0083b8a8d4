/** C cosmetic, m minor, M major, X reject. */
export const SEVERITIES = ["cosmetic", "minor", "major", "reject"] as const;
export type Severity = (typeof SEVERITIES)[number];

/** A kind of fault a piece can show; severities and remedies are common practice, no source. */
export interface DefectKind {
  code: string;
  name: string;
  shows: string;
  /** Usual severity, which the instructor may change for the piece. */
  severity: Severity;
  /** Whether another heat can still put it right. */
  correctable: boolean;
  /** Must be put right before anything else is done to the piece. */
  now: boolean;
  /** What to do about it, as an instruction. */
  remedy: string;
  alsoCalled: string[];
}

const kind = (
  code: string,
  name: string,
  severity: Severity,
  rest: Pick<DefectKind, "shows" | "remedy"> & Partial<DefectKind>,
): DefectKind => ({ code, name, severity, correctable: true, now: false, alsoCalled: [], ...rest });

/** The faults of tapers, drawing and plain bar. Other techniques bring theirs. */
export const DEFECT_KINDS: readonly DefectKind[] = [
  kind("cold-shut", "Cold shut", "reject", {
    shows: "a dark line where metal folded over itself",
    remedy: "Grind or file the fold out before another blow.",
    now: true,
    alsoCalled: ["fold", "lap"],
  }),
  kind("fish-mouth", "Fish-mouth", "minor", {
    shows: "the end is hollow, its lips longer than the core",
    remedy: "Dress the lips back over the horn, hotter and with heavier blows.",
    now: true,
    alsoCalled: ["cupped end", "fish lip", "carp's mouth"],
  }),
  kind("diamond", "Gone diamond", "minor", {
    shows: "the diagonals are unequal",
    remedy: "Stand it on the long diagonal at orange and square it before more drawing.",
    now: true,
    alsoCalled: ["lozenge"],
  }),
  kind("spiral", "Spiral in the taper", "minor", {
    shows: "the edges wind along the taper",
    remedy: "Take it back to square and line the faces up.",
    alsoCalled: ["winding"],
  }),
  kind("flats", "Flats on a round", "cosmetic", {
    shows: "facets where it should be round",
    remedy: "More and lighter blows while rolling it.",
    alsoCalled: ["facets"],
  }),
  kind("thin-spot", "Thin spot", "major", {
    shows: "locally under size",
    remedy: "Start again, or upset it if it is near the end.",
    correctable: false,
    alsoCalled: ["neck", "necking"],
  }),
  kind("hammer-marks", "Hammer marks", "cosmetic", {
    shows: "crescent dents from the edge of the face",
    remedy: "Planish at a dull red with a wide, flat face.",
    alsoCalled: ["half-moons"],
  }),
  kind("scale-pitting", "Scale pitting", "cosmetic", {
    shows: "rough craters",
    remedy: "Brush the scale off at every heat.",
    alsoCalled: ["pits"],
  }),
  kind("burnt", "Burnt steel", "reject", {
    shows: "sparks, a bubbled or crumbling surface, a missing tip",
    remedy: "Cut off the burnt part and start again with a smaller fire.",
    correctable: false,
  }),
  kind("coarse-grain", "Overheated, coarse grain", "reject", {
    shows: "a crystalline break, cracks at the corners",
    remedy: "Start again, and keep below welding heat.",
    correctable: false,
    alsoCalled: ["overheated"],
  }),
  kind("crack", "Crack", "reject", {
    shows: "an open line",
    remedy: "Start again: stop working when the steel darkens.",
    correctable: false,
  }),
  kind("cut-through", "Cut through by mistake", "major", {
    shows: "the end dropped off",
    remedy: "Start again, and stop one blow short.",
    correctable: false,
  }),
  kind("bowed", "Out of true", "cosmetic", {
    shows: "not straight",
    remedy: "Straighten at red on a wooden block.",
    alsoCalled: ["bent", "not straight"],
  }),
  kind("ground", "Ground or filed, not declared", "minor", {
    shows: "a bright flat where forging was asked",
    remedy: "Say so on the record; forge the next one to size.",
    alsoCalled: ["filed"],
  }),
];

const BY_CODE = new Map(DEFECT_KINDS.map((defect) => [defect.code, defect]));

/** The catalogue's entry for a code, or undefined. */
export const defectKind = (code: string): DefectKind | undefined => BY_CODE.get(code);

import type { DeviationSign } from "./signs";

/** Why a piece came out as it did, with what points to it and the drill against it. */
export interface Cause {
  name: string;
  /** What to practise, as an instruction. */
  drill: string;
  /** The technique the drill belongs to, by its slug. */
  practises: string;
  /** The trade notes it rests on: section, then what is said there. */
  from: string;
  /** How strongly each deviation points to it, in logits. */
  deviations: Partial<Record<DeviationSign, number>>;
  /** The same for defects, by code. */
  defects: Record<string, number>;
}

export const CAUSE_CODES = [
  "turning-off",
  "face-tilted",
  "too-cold",
  "overheated",
  "light-blows",
  "uneven-heat",
  "stopped-early",
  "hit-finished",
  "marks-off",
  "punch-off-mark",
  "punch-leaning",
  "face-not-dressed",
  "no-gauge",
  "scale-left",
  "weld-prepared-badly",
  "not-upset-first",
  "corners-left",
  "stock-short",
  "not-trued",
  "rounded-early",
  "not-carried-back",
  "blow-too-far",
  "cut-too-hard",
  "grip-short",
  "not-tried-dry",
  "no-core",
  "stamp-unchecked",
  "fault-hidden",
  "tip-hot",
] as const;
export type CauseCode = (typeof CAUSE_CODES)[number];

/**
 * The whole model: each line says how strongly a sign points to a cause. The
 * links are those of the trade notes (common practice, no source); the weights are
 * ours, from 1 (it may be) to 3 (it nearly always is).
 */
export const CAUSES: Record<CauseCode, Cause> = {
  "turning-off": {
    name: "Not turned a true quarter",
    practises: "drawing-out",
    drill:
      "Draw 150 mm of 12 square down one size, turning on a chalked mark; check both diagonals every heat.",
    from: "Defects, gone diamond: not turning a true 90°",
    deviations: { diamond: 2.5, "one-plane": 1.5, "sides-uneven": 1 },
    defects: { diamond: 2.5, spiral: 2 },
  },
  "face-tilted": {
    name: "Blows not flat",
    practises: "hammer-control",
    drill: "Planish a flat at dull red until no crescent shows in a raking light.",
    from: "Defects, hammer marks: the edge of the face; gone diamond: blows not flat",
    deviations: { diamond: 1, "sides-uneven": 1 },
    defects: { "hammer-marks": 2.5, spiral: 1, diamond: 1 },
  },
  "too-cold": {
    name: "Worked too cold",
    practises: "heat-control",
    drill:
      "One piece with a caller: back to the fire the moment it is dull red, and count the heats.",
    from: "Defects, crack: black heat; kink: a cold spot; flats: hammered cold",
    deviations: { "heavy-all-over": 1, "off-template": 1, "heats-over": 0.5 },
    defects: {
      crack: 2.5,
      flats: 1.5,
      kink: 1.5,
      "fish-mouth": 1.5,
      "shoulder-rounded": 1.5,
      "spring-back": 1.5,
      "former-crushed": 0.5,
    },
  },
  overheated: {
    name: "Left too long in the fire",
    practises: "heat-control",
    drill:
      "Watch one end from black to yellow in shade and name each colour aloud; take it out before it sparks.",
    from: "Defects, burnt steel and coarse grain: left in the fire",
    deviations: { "tip-light": 1, "tip-lost": 2.5 },
    defects: { burnt: 3, "coarse-grain": 3, "scale-pitting": 1 },
  },
  "light-blows": {
    name: "Blows too light for the section",
    practises: "hammer-control",
    drill: "Ten full blows a heat on a 16 square, none after orange; compare the end's shape.",
    from: "Defects, fish-mouth: the surface moves faster than the core",
    deviations: { "heavy-all-over": 1.5, "heats-over": 1.5 },
    defects: { "fish-mouth": 2 },
  },
  "uneven-heat": {
    name: "Heat not even",
    practises: "heat-control",
    drill:
      "Heat 120 mm of 10 square until one colour runs its whole length; turn it every five counts.",
    from: "Techniques, twist: hot parts turn more; defects, dog-leg: uneven heat",
    deviations: { "pitch-growing": 2.5, "pitch-uneven": 2, "off-template": 1, "angle-off": 0.5 },
    defects: { "uneven-twist": 2.5, "dog-leg": 2.5, "bowed-twist": 1, kink: 0.5 },
  },
  "stopped-early": {
    name: "Left off a heat too soon",
    practises: "drawing-out",
    drill: "Stop, measure, and take the one heat more before calling it done; ten in a row.",
    from: "Direction matters: heavy can take another heat",
    deviations: { "heavy-all-over": 2, "tip-heavy": 1.5, "one-plane": 0.5 },
    defects: {},
  },
  "hit-finished": {
    name: "Hit where it was to size already",
    practises: "square-taper",
    drill:
      "Chalk what is to size and keep off the chalk; half on, half off the far edge for the tip only.",
    from: "Defects, thin spot: hitting where it was to size already",
    deviations: { "light-inside": 2, "tip-light": 1.5, "sides-uneven": 1 },
    defects: { "thin-spot": 2.5, "hammer-marks": 0.5 },
  },
  "marks-off": {
    name: "Marks lost, or not from one end",
    practises: "measuring-marking",
    drill: "Mark five places on a bar from one end, dot them, heat it, and measure where they lie.",
    from: "The order of work, mark: distances from one datum end",
    deviations: { "place-off": 2, "legs-unequal": 2 },
    defects: { "legs-unequal": 2, "off-centre-hole": 1, "too-little-metal": 1 },
  },
  "punch-off-mark": {
    name: "Punch started off its mark",
    practises: "punching",
    drill: "Ten starts in a scrap flat: dot cold, two light blows, look, correct, then drive.",
    from: "Defects, off-centre hole: started off the mark, not checked",
    deviations: { "walls-unequal": 2, "place-off": 1.5 },
    defects: { "off-centre-hole": 3 },
  },
  "punch-leaning": {
    name: "Punch held leaning",
    practises: "punching",
    drill: "Punch five holes turning the bar end for end every third blow; measure both faces.",
    from: "Defects, crooked hole: leaning, never turned",
    deviations: { "walls-unequal-far": 2.5, "walls-unequal": 0.5 },
    defects: { "crooked-hole": 3, bulge: 0.5 },
  },
  "face-not-dressed": {
    name: "Face not dressed after drifting",
    practises: "slot-drift",
    drill: "Drift one hole in four steps, and dress the face before each of the next three.",
    from: "Techniques, slot punch and drift: dress the face after every drifting",
    deviations: {},
    defects: { "suck-in": 3, bulge: 1.5 },
  },
  "no-gauge": {
    name: "Worked without a gauge",
    practises: "jigs",
    drill:
      "Make a gauge from sheet off the first piece, and hold the second against it every heat.",
    from: "Defects, not matching its partner: no gauge or jig",
    deviations: { "legs-unequal": 1, "off-template": 1.5, "not-round": 1, "angle-off": 1.5 },
    defects: { "not-matching": 3, "legs-unequal": 1 },
  },
  "scale-left": {
    name: "Scale not brushed off",
    practises: "finish",
    drill: "Brush before the first blow of every heat, for a whole evening.",
    from: "Defects, scale pitting: not brushed off before hammering",
    deviations: {},
    defects: { "scale-pitting": 2.5, "failed-weld": 0.5 },
  },
  "weld-prepared-badly": {
    name: "Fire or joint not ready for the weld",
    practises: "fold-weld",
    drill:
      "One small fold weld at the end of each day: clean fire, light first blow, pry it open beside the weld.",
    from: "Defects, failed weld: dirty fire, scale, too cold, first blow too hard",
    deviations: {},
    defects: { "failed-weld": 3 },
  },
  "not-upset-first": {
    name: "Not upset enough first",
    practises: "upsetting",
    drill: "Upset three ends of 12 square by a third in two heats each, keeping them straight.",
    from: "Defects, weld neck: scarf not upset; upset lost: thinned by straightening",
    deviations: { "upset-small": 2.5 },
    defects: { "weld-neck": 2.5, "upset-lost": 2 },
  },
  "corners-left": {
    name: "Corners left on the end",
    practises: "drawing-out",
    drill: "Knock the corners off the end before drawing or spreading it; five ends in a row.",
    from: "Defects, fish-mouth: square corners at an end being drawn",
    deviations: {},
    defects: { "fish-mouth": 1.5, "cold-shut": 2 },
  },
  "stock-short": {
    name: "Too little bar between the marks",
    practises: "measuring-marking",
    drill: "Reckon the volume between two set-downs before marking, and forge it from that.",
    from: "Defects, too little metal: no volume planned between the set-downs",
    deviations: { "short-on-size": 2.5 },
    defects: { "too-little-metal": 3 },
  },
  "not-trued": {
    name: "Not trued at the end of the heat",
    practises: "hammer-control",
    drill: "Before every return to the fire, one look along the bar and one blow to true it.",
    from: "The order of work, correct before going on; defects, out of true",
    deviations: { bowed: 2 },
    defects: { bowed: 2, "bowed-twist": 1.5, "out-of-plane": 2, "upset-lost": 0.5 },
  },
  "rounded-early": {
    name: "Rounded before it was square to size",
    practises: "round-taper",
    drill: "Square, octagon, sixteen, round: stop and measure at each.",
    from: "Techniques, round taper: square first, then octagon, then sixteen, then round",
    deviations: {},
    defects: { spiral: 1.5, flats: 1.5 },
  },
  "not-carried-back": {
    name: "Taper or shoulder not carried back to its mark",
    practises: "square-taper",
    drill:
      "Chalk the mark on a 12 square and draw a taper back to it, tip last; measure from the mark every heat.",
    from: "Techniques, square taper: draw back to the mark, both planes together",
    deviations: { "not-carried": 2.5 },
    defects: {},
  },
  "blow-too-far": {
    name: "Punched one blow too far from the first side",
    practises: "punching",
    drill:
      "Punch five holes in a scrap flat, and say aloud when it feels solid: then turn over, no blow more.",
    from: "Defects, slug riveted in: punched one blow too far from the first side",
    deviations: {},
    defects: { "slug-in": 3 },
  },
  "cut-too-hard": {
    name: "Last blow of the cut too hard",
    practises: "hot-cut",
    drill: "Ten cuts to one blow short on a scrap bar, each broken off by hand.",
    from: "Defects, cut through by mistake: last blow too hard",
    deviations: {},
    defects: { "cut-through": 3 },
  },
  "grip-short": {
    name: "Strands not both gripped",
    practises: "rope-twist",
    drill: "Grip two strands in the vise and tap each: neither moves, before it is heated.",
    from: "Defects, leg slipped in the vise: strands not both gripped",
    deviations: {},
    defects: { "leg-slipped": 3 },
  },
  "not-tried-dry": {
    name: "Never tried together before the last heat",
    practises: "riveting",
    drill: "Fit three joints dry with a loose pin, work each through all its travel, then rivet.",
    from: "Defects, fit wrong at assembly: never tried together before the last heat",
    deviations: { "fit-tight": 2.5 },
    defects: { "assembly-fit": 3, "rivet-fit": 2.5 },
  },
  "no-core": {
    name: "Bundle welded without a core",
    practises: "bundle-weld",
    drill: "Wire five bars round two short stubs, weld both ends, and look down the length.",
    from: "Defects, bundle fell to one side: no core",
    deviations: {},
    defects: { "bundle-fell": 3 },
  },
  "stamp-unchecked": {
    name: "Stamp not checked cold, or struck twice",
    practises: "measuring-marking",
    drill: "Set the stamp cold, look, lift, set it again hot, one blow: ten in a row on scrap.",
    from: "Defects, stamp doubled: more than one blow, not checked",
    deviations: {},
    defects: { "stamp-doubled": 3 },
  },
  "fault-hidden": {
    name: "A fault ground off rather than said",
    practises: "hammer-control",
    drill:
      "Leave the next fault on the piece and say it: three pieces finished by the hammer alone.",
    from: "Defects, ground or filed where forging was asked: hiding a fault",
    deviations: {},
    defects: { ground: 3 },
  },
  "tip-hot": {
    name: "Hot tip put into the jig",
    practises: "jig-bending",
    drill: "Cool the last 10 mm before the jig, ten scrolls begun in a row, none flattened.",
    from: "Defects, former or stop crushed the end: hot tip in the jig",
    deviations: {},
    defects: { "former-crushed": 3 },
  },
};

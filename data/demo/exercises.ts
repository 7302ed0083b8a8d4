import { PIECE_FORMAT } from "@/core/piece/piece";

/** An exercise of the demonstration school, of our own design. */
export interface DemoExercise {
  name: string;
  technique: string;
  step: 1 | 2 | 3;
  piece: unknown;
  /** Characteristics the instructor left out of the derived plan. */
  leftOut: string[];
  heatBudget: number;
  minuteBudget: number;
  stepsOfWork: string[];
  tools: string[];
}

const allowances = { scale: 0.02, endTrim: 0 };

export const DEMO_EXERCISES: readonly DemoExercise[] = [
  {
    name: "Net-mender's fid",
    technique: "square-taper",
    step: 3,
    piece: {
      format: PIECE_FORMAT,
      name: "Net-mender's fid",
      stock: { section: { shape: "square", size: 12 }, steel: "mild" },
      stretches: [
        {
          id: "taper",
          kind: "transition",
          from: { shape: "square", size: 3 },
          to: { shape: "square", size: 12 },
          length: 90,
          technique: "square-taper",
        },
        { id: "body", kind: "prism", section: { shape: "square", size: 12 }, length: 160 },
      ],
      allowances,
    },
    leftOut: ["taper.middle-turned", "body.middle-diagonals", "body.length"],
    heatBudget: 4,
    minuteBudget: 20,
    stepsOfWork: [
      "Cut to length and square the ends. Punch the mark from end A.",
      "Heat the tip only, to yellow. Start at the tip, half on and half off the far edge.",
      "Turn exactly a quarter each time; draw the taper back to the mark, both planes together.",
      "Check the diagonals before it goes below orange: square it up if it has gone diamond.",
      "Planish at a dull red. Straighten last. Brush while hot, wax while warm.",
    ],
    tools: [
      "Tongs for 12 square",
      "Hand hammer",
      "Anvil, far edge",
      "Caliper, rule, straight edge",
    ],
  },
  {
    name: "Gangway pin",
    technique: "round-taper",
    step: 2,
    piece: {
      format: PIECE_FORMAT,
      name: "Gangway pin",
      stock: { section: { shape: "square", size: 16 }, steel: "mild" },
      stretches: [
        {
          id: "taper",
          kind: "transition",
          from: { shape: "round", size: 6 },
          to: { shape: "round", size: 14 },
          length: 80,
          technique: "round-taper",
        },
        { id: "shank", kind: "prism", section: { shape: "octagon", size: 15 }, length: 70 },
        { id: "head", kind: "prism", section: { shape: "square", size: 16 }, length: 40 },
      ],
      allowances,
    },
    leftOut: [
      "taper.tip-turned",
      "taper.middle-turned",
      "shank.length",
      "head.middle-turned",
      "head.middle-diagonals",
      "head.length",
    ],
    heatBudget: 6,
    minuteBudget: 30,
    stepsOfWork: [
      "Cut to length; mark the head from end B, the shank from end A.",
      "Draw the end to a square taper first.",
      "Knock the corners down to an octagon, then to sixteen sides.",
      "Only then round it, with light blows, the bar always turning.",
      "Dress the shank to an even octagon. Leave the head as it came.",
    ],
    tools: [
      "Tongs for 16 square",
      "Hand hammer",
      "Top and bottom swage, if wanted",
      "Caliper, rule, straight edge",
    ],
  },
  {
    name: "Rope cleat blank",
    technique: "drawing-out",
    step: 2,
    piece: {
      format: PIECE_FORMAT,
      name: "Rope cleat blank",
      stock: { section: { shape: "square", size: 20 }, steel: "mild" },
      stretches: [
        {
          id: "fore-horn",
          kind: "prism",
          section: { shape: "flat", width: 20, thickness: 10 },
          length: 80,
          technique: "drawing-out",
        },
        { id: "foot", kind: "prism", section: { shape: "square", size: 20 }, length: 45 },
        {
          id: "aft-horn",
          kind: "prism",
          section: { shape: "flat", width: 20, thickness: 10 },
          length: 80,
          technique: "drawing-out",
        },
      ],
      allowances,
    },
    leftOut: ["foot.middle-turned", "foot.length"],
    heatBudget: 5,
    minuteBudget: 25,
    stepsOfWork: [
      "Cut to length; mark the foot from end A, both marks with the punch.",
      "Draw the fore horn to the rectangle; turn a true quarter, keep the foot out of the fire.",
      "Turn end for end and draw the aft horn; check it against the first.",
      "True both horns in line with the foot. Straighten last.",
    ],
    tools: ["Tongs for 20 square", "Hand hammer", "Anvil face and edge", "Caliper, rule"],
  },
];

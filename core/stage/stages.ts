import { z } from "zod";
import { coolingOf } from "../heat/cooling";
import { STILL_AIR } from "../heat/working";
import { layBar, sectionAt } from "../piece/bar";
import { featureName } from "../piece/featureCharacteristics";
import { featureExtent } from "../piece/features";
import type { Feature, Piece, Stretch } from "../piece/piece";
import type { Plan } from "../piece/plan";
import { stretchName } from "../piece/stretch";
import { caliperSizesMm, sectionAreaMm2, type Section } from "../section/section";
import { DEFAULT_SETTINGS, type Settings } from "../trade/settings";

/** A heat as it is asked for, °C. Common ranges for mild steel (handbooks, from memory, ±30 °C). */
export interface Heat {
  name: string;
  fromC: number;
  toC: number;
}

const HEATS = {
  forging: { name: "orange to yellow", fromC: 1150, toC: 850 },
  upsetting: { name: "light yellow, short", fromC: 1200, toC: 950 },
  twisting: { name: "orange, long and even", fromC: 1050, toC: 850 },
  bending: { name: "bright cherry to orange", fromC: 1000, toC: 800 },
  planishing: { name: "dull red", fromC: 750, toC: 650 },
  marking: { name: "faint red", fromC: 600, toC: 480 },
  welding: { name: "welding heat", fromC: 1320, toC: 1260 },
} as const satisfies Record<string, Heat>;

/** Medium carbon steel stays below this and is let be below the other, °C (common practice, no source). */
const CARBON_MOST_C = 1150;
const CARBON_LEAST_C = 800;

/** A size to reach; more than one where it is a section. Lengths in mm. */
export interface StageSize {
  name: string;
  mm: number[];
}

/** One step of the work, proposed from the piece; its numbers are always reckoned. */
export interface Stage {
  /** Stable for the same piece: the operation and what it is done to. */
  id: string;
  title: string;
  /** What to do, in words without numbers; the instructor may say it otherwise. */
  text: string;
  sizes: StageSize[];
  heat: Heat | null;
  /** How long the bare section stays in that heat in still air, s; contact takes more. */
  seconds: number | null;
  tools: string[];
  /** The section the tongs have to hold; none for cold work. */
  tongs: Section | null;
  /** What to look at before going on. */
  check: string;
}

/** What an instructor changed: a proposed stage said otherwise or left out, or one of their own. */
export const stageEditSchema = z.strictObject({
  id: z.string().min(1).max(90),
  title: z.string().trim().min(1, "A stage needs a title.").max(80),
  text: z.string().trim().max(600, "At most 600 characters."),
  check: z.string().trim().max(300, "At most 300 characters."),
});
export type StageEdit = z.output<typeof stageEditSchema>;

/** The order operations come in; what must be before what is kept by it (common practice, no source). */
const ORDER = [
  "cut",
  "upset",
  "corners",
  "shoulder",
  "draw",
  "taper",
  "hole-mark",
  "hole",
  "fold",
  "wrap",
  "twist",
  "scroll",
  "ring",
  "bend",
  "fit",
  "join",
  "stamp",
  "true",
  "finish",
] as const;
type Operation = (typeof ORDER)[number];

interface Draft extends Omit<Stage, "seconds" | "heat" | "id"> {
  operation: Operation;
  of: string;
  heat: Heat | null;
  /** The section whose cooling sets the time. */
  coolest: Section | null;
}

/**
 * The steps of work a piece asks for, in the order a smith takes them: cut and
 * mark; upset; shoulders; draw; taper; holes while the bar is straight; fold,
 * wrap and twist while it is square; scrolls, rings and bends; joins after
 * everything was tried together; stamp, true, finish.
 */
export function proposeStages(
  piece: Piece,
  plan: Plan,
  settings: Settings = DEFAULT_SETTINGS,
): Stage[] {
  const drafts = [
    cutAndMark(piece, plan),
    ...piece.stretches.flatMap((stretch, index) => ofStretch(piece, stretch, index)),
    ...ofFeatures(piece, settings),
    ...ofJoins(piece, settings),
    ...trueAndFinish(piece, settings),
  ];
  const rank = ({ operation }: Draft) => ORDER.indexOf(operation);
  return drafts
    .map((draft, index) => ({ draft, index }))
    .sort((a, b) => rank(a.draft) - rank(b.draft) || a.index - b.index)
    .map(({ draft }) => finished(draft, piece));
}

/**
 * The stages as the instructor left them: proposed ones with their own words,
 * own stages where they put them; the numbers are today's. Stages of parts that
 * are no longer in the piece fall away.
 */
export function editedStages(proposed: readonly Stage[], edits: readonly StageEdit[]): Stage[] {
  if (edits.length === 0) return [...proposed];
  const byId = new Map(proposed.map((stage) => [stage.id, stage]));
  return edits.flatMap((edit) => {
    const stage = byId.get(edit.id);
    if (!stage && !edit.id.startsWith(OWN_STAGE)) return [];
    const own = { sizes: [], heat: null, seconds: null, tools: [], tongs: null };
    return [{ ...own, ...stage, ...edit }];
  });
}

/** How the ids of an instructor's own stages begin. */
export const OWN_STAGE = "own-";

function finished(draft: Draft, piece: Piece): Stage {
  const { operation, of, coolest, heat: wanted, ...rest } = draft;
  const heat = wanted && forSteel(wanted, piece);
  const seconds = heat && coolest && sectionAreaMm2(coolest) > 0 ? coolingIn(heat)(coolest) : null;
  return { ...rest, id: `${operation}:${of}`, heat, seconds };
}

/** The few heats there are, each added up once: the designer asks with every drag. */
const coolings = new Map<string, ReturnType<typeof coolingOf>>();
function coolingIn({ fromC, toC }: Heat) {
  const key = `${fromC} ${toC}`;
  const known = coolings.get(key) ?? coolingOf({ from: fromC, to: toC }, STILL_AIR);
  coolings.set(key, known);
  return known;
}

function forSteel(heat: Heat, piece: Piece): Heat {
  if (piece.stock.steel !== "medium-carbon" || heat.toC < 700) return heat;
  return {
    ...heat,
    fromC: Math.min(heat.fromC, CARBON_MOST_C),
    toC: Math.min(Math.max(heat.toC, CARBON_LEAST_C), CARBON_MOST_C - 50),
  };
}

function cutAndMark(piece: Piece, plan: Plan): Draft {
  return {
    operation: "cut",
    of: "bar",
    title: "Cut and mark",
    text: "Look the bar over: no coating goes into the fire. Cut to length, square the ends, and take every mark from end A with rule and punch.",
    sizes: [
      { name: "Cut", mm: [plan.stockLengthMm] },
      ...(plan.marks.length > 0
        ? [{ name: "Marks from A", mm: plan.marks.map(({ fromAMm }) => fromAMm) }]
        : []),
      ...plan.parts.map(({ name, stockLengthMm }) => ({
        name: `Cut ${name.toLowerCase()}`,
        mm: [stockLengthMm],
      })),
    ],
    heat: null,
    coolest: null,
    tools: ["saw or hardy", "rule", "centre punch"],
    tongs: null,
    check: "Measure the cut length once more before it is heated.",
  };
}

const isSame = (a: Section, b: Section) =>
  a.shape === b.shape &&
  caliperSizesMm(a).every((mm, i) => Math.abs(mm - caliperSizesMm(b)[i]!) < 0.05);

const sizesOf = (section: Section) =>
  section.shape === "flat" ? [section.width, section.thickness] : [section.size];

function ofStretch(piece: Piece, stretch: Stretch, index: number): Draft[] {
  switch (stretch.kind) {
    case "prism":
      return ofPrism(piece, stretch);
    case "transition":
      return [ofTaper(piece, stretch, index === 0 ? "A" : "B")];
    case "free":
      return [
        {
          operation: "taper",
          of: stretch.id,
          title: stretchName(stretch),
          text: "Spread and shape it freely from the mass set aside for it, thin end last.",
          sizes: [{ name: "Length", mm: [stretch.length] }],
          heat: HEATS.forging,
          coolest: piece.stock.section,
          tools: ["cross-peen", "wooden block"],
          tongs: piece.stock.section,
          check: "Lay it on its template.",
        },
      ];
  }
}

function ofPrism(piece: Piece, stretch: Extract<Stretch, { kind: "prism" }>): Draft[] {
  const { section } = stretch;
  if (isSame(section, piece.stock.section)) return [];
  const grows = sectionAreaMm2(section) > sectionAreaMm2(piece.stock.section) * 1.001;
  const base = {
    of: stretch.id,
    sizes: [
      { name: "Section", mm: sizesOf(section) },
      { name: "Length", mm: [stretch.length] },
    ],
    tongs: piece.stock.section,
  };
  if (grows)
    return [
      {
        ...base,
        operation: "upset",
        title: titled("Upset", stretchName(stretch)),
        text: "A short heat, the rest cooled. Fast light blows spread the end, slow heavy ones travel up the bar. Straighten little and often, and give it one heat more than looks enough.",
        heat: HEATS.upsetting,
        coolest: piece.stock.section,
        tools: ["hand hammer", "water can to cool the rest"],
        check: "Straight, and heavy rather than light: straightening thins it again.",
      },
    ];
  const shouldered = stretch.technique === "shoulder" || stretch.technique === "isolating";
  return [
    {
      ...base,
      operation: shouldered ? "shoulder" : "draw",
      title: titled(shouldered ? "Set down" : "Draw out", stretchName(stretch)),
      text: shouldered
        ? "Half-face blows at the anvil's edge, at the mark. Keep the other plane at its thickness; dress the face after every pass."
        : section.shape === "round"
          ? "Square first, then octagon, then round: never round from the start."
          : "Turn exactly a quarter each time; never forge on the diamond.",
      heat: HEATS.forging,
      coolest: section,
      tools: shouldered ? ["hand hammer", "anvil edge", "set hammer"] : ["hand hammer", "caliper"],
      check: "Both thicknesses against the parent bar; diagonals equal.",
    },
  ];
}

/** The square and octagon that hold the same steel as the round to come: sizes to stop at on the way. */
function roundingSizes(section: Section): StageSize[] {
  if (section.shape !== "round") return [];
  const areaMm2 = sectionAreaMm2(section);
  return [
    { name: "First square", mm: [Math.sqrt(areaMm2)] },
    { name: "Then octagon", mm: [Math.sqrt(areaMm2 / (2 * (Math.SQRT2 - 1)))] },
  ];
}

function ofTaper(
  piece: Piece,
  stretch: Extract<Stretch, { kind: "transition" }>,
  end: "A" | "B",
): Draft {
  const ends = [stretch.from, stretch.to].filter((one) => one !== "point");
  const thin = ends.reduce((a, b) => (sectionAreaMm2(a) <= sectionAreaMm2(b) ? a : b));
  const round = ends.some(({ shape }) => shape === "round");
  const flat = thin.shape === "flat";
  return {
    operation: "taper",
    of: stretch.id,
    title: titled("Taper", stretchName(stretch)),
    text: round
      ? "Start at the tip. Square first, then knock the corners to an octagon, then to sixteen, and only then round it with light blows, the bar always turning."
      : flat
        ? "Short taper first, so that the end does not fish-mouth; cross-peen from the centre out, then the corners, even to both sides."
        : "Start at the tip, half on and half off the far edge, the work raised to the taper's angle; draw back to the mark, both planes together.",
    sizes: [
      { name: "Tip", mm: stretch.from === "point" || stretch.to === "point" ? [0] : sizesOf(thin) },
      ...roundingSizes(thin),
      { name: "Length", mm: [stretch.length] },
    ],
    heat: HEATS.forging,
    coolest: thin,
    tools: flat ? ["cross-peen", "hand hammer"] : ["hand hammer", `anvil's far edge at end ${end}`],
    tongs: piece.stock.section,
    check: round
      ? "No spiral in the edges before it is rounded."
      : "Diagonals equal; lips dressed back if the end has cupped.",
  };
}

function ofFeatures(piece: Piece, settings: Settings): Draft[] {
  const bar = layBar(piece.stretches);
  const features = piece.features ?? [];
  return features.flatMap((feature) => {
    const extent = featureExtent(feature, bar);
    const section = sectionAt(
      bar,
      Math.min(bar.lengthMm, Math.max(0, (extent.fromMm + extent.toMm) / 2)),
    );
    const base = { of: feature.id, coolest: section, tongs: section };
    return featureStages(feature, {
      settings,
      lengthMm: bar.lengthMm,
      needsMm: extent.needsMm,
    }).map((stage) => ({ ...base, ...stage }));
  });
}

/** "Twist shank", but not "Twist tight twist": a name that says the work already is enough. */
const titled = (verb: string, name: string): string =>
  name.toLowerCase().includes(verb.split(" ")[0]!.toLowerCase())
    ? name
    : `${verb} ${name.toLowerCase()}`;

interface Around {
  settings: Settings;
  lengthMm: number;
  needsMm: number | null;
}

type FeatureStage = Omit<Draft, "of" | "coolest" | "tongs">;

function featureStages(feature: Feature, around: Around): FeatureStage[] {
  const name = featureName(feature);
  switch (feature.kind) {
    case "hole":
      return holeStages(feature, around);
    case "bend":
      return [
        {
          operation: "bend",
          title: titled("Bend", name),
          text: "Heat only the corner and cool the legs. Strike the cold part, so as not to mark the hot one.",
          sizes: [
            { name: "Bend at", mm: [feature.at] },
            { name: "Inside radius", mm: [feature.insideRadius] },
          ],
          heat: HEATS.bending,
          tools: ["anvil edge or horn", "protractor"],
          check: "The angle against the bevel, both legs flat on the plate.",
        },
      ];
    case "fold":
      return [
        {
          operation: "fold",
          title: titled("Fold at", name),
          text: "Mark the middle, heat the fold only, close it over the edge and lay the legs side by side. Legs that have to match are tapered after the fold, against a mark.",
          sizes: [{ name: "Fold at", mm: [feature.at] }],
          heat: HEATS.forging,
          tools: ["anvil edge"],
          check: "Both legs the same length.",
        },
      ];
    case "twist":
      return [
        {
          operation: "twist",
          title: titled("Twist", name),
          text: `${feature.hand === "right" ? "Right" : "Left"} hand. ${around.settings.twistHeats === "several" ? "Short heats, each corrected before the next." : "One long even heat."} Hot parts turn more: cool the lead, reheat the lag. Keep the square for the wrench until the last back-twist is done.`,
          sizes: [{ name: "From and to", mm: [feature.from, feature.to] }],
          heat: HEATS.twisting,
          tools: ["vise", "twisting wrench", "wooden block"],
          check: "Pitch crest to crest; straight on wood, so as not to bruise the corners.",
        },
      ];
    case "wrap":
      return [
        {
          operation: "wrap",
          title: titled("Wrap", name),
          text: `${feature.hand === "right" ? "Right" : "Left"} hand. Grip both legs, one long even heat; they end shorter than they began.`,
          sizes: [{ name: "From and to", mm: [feature.from, feature.to] }],
          heat: HEATS.twisting,
          tools: ["vise", "twisting wrench"],
          check: "No leg has slipped; the length.",
        },
      ];
    case "scroll":
      return [
        {
          operation: "scroll",
          title: titled("Scroll", name),
          text: "Begin the eye over the far edge, then roll it towards you. Begin a scroll before its legs are spread. Cool a thin tip before it goes into a jig.",
          sizes: [{ name: "Bar it takes", mm: [around.needsMm ?? feature.to - feature.from] }],
          heat: HEATS.bending,
          tools: ["horn", "scroll fork", "template"],
          check: "On the template at every quarter turn; flat on the plate.",
        },
      ];
    case "ring":
      return [
        {
          operation: "ring",
          title: titled("Ring", name),
          text: "Pre-bend both ends to 25 or 30 degrees, so that they come parallel, before the bow is closed over the horn.",
          sizes: [
            { name: "Bar it takes", mm: [around.needsMm ?? feature.to - feature.from] },
            { name: "Inside", mm: [feature.insideDiameter] },
          ],
          heat: HEATS.bending,
          tools: ["horn", "bending fork"],
          check: "Two diameters; out of wind on the plate.",
        },
      ];
    case "weld":
      return [
        {
          operation: "join",
          title: titled("Weld", name),
          text: `${FLUX_WORDS[around.settings.flux]} First blow light, from the middle out; three or four welding heats.`,
          sizes: [{ name: "At", mm: [feature.at] }],
          heat: HEATS.welding,
          tools: ["clean fire", "brush", "hand hammer"],
          check: "Pry it open beside the weld: the seam holds.",
        },
      ];
    case "stamp":
      return [
        {
          operation: "stamp",
          title: titled("Stamp", name),
          text: "Check its place and which way is up, cold. Then one blow, hot.",
          sizes: [{ name: "At", mm: [feature.at] }],
          heat: HEATS.bending,
          tools: ["stamp", "soft-faced hammer"],
          check: "Single and upright.",
        },
      ];
    case "texture":
      return [
        {
          operation: "true",
          title: titled("Texture", name),
          text: "Even cover over the whole length, each blow beside the last.",
          sizes: [{ name: "From and to", mm: [feature.from, feature.to] }],
          heat: HEATS.bending,
          tools: ["cross-peen or texturing hammer"],
          check: "No bare places, no half-moons.",
        },
      ];
  }
}

const FLUX_WORDS = {
  none: "No flux: a clean, neutral fire and a brushed joint.",
  borax: "Borax every heat, run into the joint before it is closed.",
  either: "A brushed joint, with flux or without; say which.",
} as const;

/** A hole this near an end, in diameters, wants the corners off first. */
const NEAR_END_DIAMETERS = 3;

function holeStages(hole: Extract<Feature, { kind: "hole" }>, around: Around): FeatureStage[] {
  const name = featureName(hole).toLowerCase();
  const sizes = [
    { name: "From end A", mm: [hole.at] },
    { name: "Diameter", mm: [hole.diameter] },
  ];
  if (hole.method === "drill")
    return [
      {
        operation: "hole",
        title: titled("Drill", name),
        text: "Centre punch, clamp it, and drill cold.",
        sizes,
        heat: null,
        tools: ["centre punch", "drill"],
        check: "Both walls alike.",
      },
    ];
  const endMm = Math.min(hole.at, around.lengthMm - hole.at);
  const near = endMm < NEAR_END_DIAMETERS * hole.diameter;
  const drift = hole.method === "slot-drift";
  return [
    ...(near
      ? [
          {
            operation: "corners" as const,
            title: `Corners off before ${name}`,
            text: "Knock the corners off the end before punching near it, so that it does not cup or split.",
            sizes: [],
            heat: HEATS.forging,
            tools: ["hand hammer"],
            check: "No sharp corner left at the end.",
          },
        ]
      : []),
    {
      operation: "hole-mark",
      title: titled("Mark", name),
      text: "Centre-dot before heating; set the mark at a low heat, where it shows dark, and check it from both sides.",
      sizes: [{ name: "From end A", mm: [hole.at] }],
      heat: HEATS.marking,
      tools: ["centre punch", "dividers"],
      check: "In the middle of the bar: the first light blows can still be corrected.",
    },
    {
      operation: "hole",
      title: titled(drift ? "Slot and drift" : "Punch", name),
      text: drift
        ? "Slot from both faces, turning the work end for end every few blows. Drift in steps, round first; dress the face after every drifting, and stop when the metal round the drift goes black."
        : "From one face until it feels solid; turn over, find the dark spot, and drive the slug out over the pritchel hole. One blow too many rivets it in.",
      sizes: [
        ...sizes,
        ...(drift && hole.slotLength && hole.slotWidth
          ? [{ name: "Slot", mm: [hole.slotLength, hole.slotWidth] }]
          : []),
      ],
      heat: HEATS.forging,
      tools: drift
        ? ["slot punch", "drifts", "soft-faced hammer"]
        : ["punch", "pritchel hole", "soft-faced hammer"],
      check: drift ? "Walls even, face flat." : "Position, roundness, face not dished.",
    },
  ];
}

function ofJoins(piece: Piece, settings: Settings): Draft[] {
  const joins = piece.joins ?? [];
  if (joins.length === 0) return [];
  const fit: Draft = {
    operation: "fit",
    of: "parts",
    title: "Try it together",
    text: "Lay all the parts together and try them cold, before the last heat.",
    sizes: [],
    heat: null,
    coolest: null,
    tools: ["plate"],
    tongs: null,
    check: "Holes line up with a pin through both; nothing has to be forced.",
  };
  const words = {
    rivet:
      "Shank a little over its length, heated alone; upset it into the hole, then shape the head.",
    weld: `${FLUX_WORDS[settings.flux]} First blow light.`,
    collar: "Bend it warm round the bundle, close it hot, hide the seam.",
    wrap: "Grip all the bars, one long even heat.",
  } as const;
  return [
    fit,
    ...joins.map((join): Draft => ({
      operation: "join",
      of: join.id,
      title: `${join.kind.charAt(0).toUpperCase()}${join.kind.slice(1)} ${join.parts.join(" and ")}`,
      text: words[join.kind],
      sizes: join.at === undefined ? [] : [{ name: "At", mm: [join.at] }],
      heat: join.kind === "weld" ? HEATS.welding : HEATS.forging,
      coolest: piece.stock.section,
      tools: ["hand hammer", join.kind === "rivet" ? "rivet set" : "tongs for both parts"],
      tongs: piece.stock.section,
      check: join.kind === "rivet" ? "Tight or free, as asked." : "Sound, and in line.",
    })),
  ];
}

function trueAndFinish(piece: Piece, settings: Settings): Draft[] {
  const cold = { of: "piece", coolest: null, tongs: piece.stock.section };
  return [
    {
      ...cold,
      operation: "true",
      title: "Planish and straighten",
      text: "Planish with a flat, wide face; straighten last, on wood where there are corners to bruise.",
      sizes: [],
      heat: HEATS.planishing,
      tools: ["flat-faced hammer", "straight edge", "wooden block"],
      check: "Straight, out of wind, no half-moons.",
    },
    {
      ...cold,
      operation: "finish",
      title: "Brush and finish",
      text: settings.food
        ? "Brush while hot. Oil thinly and bake it on, as cast iron is seasoned."
        : "Brush while hot, wax or oil while warm.",
      sizes: [],
      heat: null,
      tools: ["wire brush", settings.food ? "food oil" : "wax or oil"],
      check: "Then try it, and measure it.",
    },
  ];
}

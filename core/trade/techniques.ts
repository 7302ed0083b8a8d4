/** A technique a curriculum starts from; a school may change its own copy. */
export interface StarterTechnique {
  /** Stable name used in piece files. */
  slug: string;
  name: string;
  summary: string;
  /** Slugs of the techniques that come before. */
  after: string[];
  foundation: boolean;
  /** Other words smiths use for it, for search. */
  alsoCalled: string[];
  /** Days in which the chance of a sound piece halves without practice. */
  halfLifeDays: number;
}

/** Most techniques hold for a season; ours, no source but that welding goes first. */
const USUAL_HALF_LIFE_DAYS = 120;
/** What goes sooner, and what hardly goes (common practice: do the hard thing often). */
const HALF_LIFE_DAYS: Record<string, number> = {
  "fold-weld": 30,
  "scarf-weld": 30,
  "bundle-weld": 30,
  "slot-drift": 75,
  scroll: 75,
  collar: 75,
  upsetting: 90,
  "upset-corner": 75,
  isolating: 90,
  riveting: 90,
  "hammer-control": 240,
  "measuring-marking": 365,
  "drawing-out": 180,
  "square-taper": 180,
  drilling: 365,
};

type Row = readonly [
  slug: string,
  name: string,
  after: string,
  summary: string,
  alsoCalled?: string,
];

/** Techniques of a whole course in the order it takes them, and what comes before what (common practice, no source). ★ marks a foundation. */
const ROWS: readonly Row[] = [
  [
    "hammer-control",
    "★ Hammer control",
    "",
    "Flat blows, no half-moon marks; planishing at a dull red.",
    "planishing, hammering",
  ],
  [
    "measuring-marking",
    "★ Measuring and marking",
    "",
    "Cut length, datum, marks that survive the heat.",
    "layout, marking out",
  ],
  [
    "heat-control",
    "★ Heat control",
    "",
    "Only the part to be worked, at the colour it wants; nothing burnt.",
    "fire, colour, heats",
  ],
  [
    "hot-cut",
    "Hot cut",
    "measuring-marking",
    "A full cut, or three quarters through and folded back.",
    "hardy, cutting",
  ],
  [
    "drawing-out",
    "★ Drawing out",
    "hammer-control",
    "Less section, more length; kept square by true quarter turns.",
    "drawing down",
  ],
  [
    "square-taper",
    "★ Square taper",
    "drawing-out",
    "Tip first, straight sides, both planes equal.",
    "pointing, point",
  ],
  [
    "round-taper",
    "Round taper",
    "square-taper",
    "Square first, then octagon, then sixteen, then round.",
    "rounding",
  ],
  [
    "short-taper",
    "Short blunt taper",
    "square-taper",
    "Steep hammer, glancing blows; strength at the point.",
    "blunt point",
  ],
  [
    "flat-taper",
    "Flat taper and fan tail",
    "drawing-out",
    "Cross-peen from the centre out, then the corners; even to both sides.",
    "fan, fishtail, spreading, chisel taper",
  ],
  [
    "section-change",
    "Round to square",
    "drawing-out",
    "From one section to another at constant length or size.",
    "square to round, octagon",
  ],
  [
    "upsetting",
    "★ Upsetting",
    "hammer-control",
    "Thicker by shorter: a short heat, straightened little and often.",
    "jumping up, upset, jump up",
  ],
  [
    "shoulder",
    "Shoulder",
    "drawing-out",
    "Half-face blows at the edge; commonly to half the parent thickness.",
    "set-down, setting down",
  ],
  [
    "isolating",
    "Isolating a mass",
    "shoulder",
    "Two set-downs leave a block of known volume between them.",
    "boss, block",
  ],
  [
    "fullering",
    "Fullering and necking",
    "shoulder",
    "A round-bottomed groove from both sides: depth and width.",
    "necking, groove, spring fuller",
  ],
  [
    "bend",
    "Bend to angle",
    "heat-control",
    "Inside radius, angle, legs; heat only the corner.",
    "bending, corner",
  ],
  [
    "upset-corner",
    "Upset square corner",
    "upsetting bend",
    "A full outside corner, never thinner than the bar.",
    "square corner, reinforced corner",
  ],
  [
    "ring-eye",
    "Ring and eye",
    "bend round-taper",
    "Diameter, roundness, gap; bar by its centre line.",
    "eye, loop, link",
  ],
  [
    "scroll",
    "Scroll",
    "round-taper flat-taper",
    "An even curve without flats or kinks, in one plane.",
    "volute, curl",
  ],
  [
    "jig-bending",
    "Jig bending",
    "bend",
    "The same every time: an even heat, or it bends where it is hottest.",
    "former, bending fork",
  ],
  [
    "twist",
    "Twist",
    "heat-control drawing-out",
    "Turns, hand, even pitch, straight axis; one long even heat.",
    "twisting, barley",
  ],
  [
    "reverse-twist",
    "Reverse twist",
    "twist",
    "Equal turns each hand, a crisp changeover.",
    "counter twist",
  ],
  ["fold", "Fold", "bend", "Bent right round on itself, the legs alike.", "folding, hairpin"],
  [
    "rope-twist",
    "Rope twist of two legs",
    "twist fold",
    "Each leg follows a helix, so it ends shorter than straight.",
    "wrapped twist, wrap, cable",
  ],
  [
    "punching",
    "Punched hole",
    "measuring-marking",
    "From one face until solid, turn over, find the dark spot, drive out the slug.",
    "punch, hole, pritchel",
  ],
  [
    "slot-drift",
    "Slot punch and drift",
    "punching",
    "Slot first, drift in steps, dress the face after every drifting.",
    "drift, eye, slitting chisel",
  ],
  [
    "drilling",
    "Drilled hole",
    "measuring-marking",
    "For small holes in thin ends, where it is allowed.",
    "drill",
  ],
  [
    "chamfer",
    "Chamfer and edge dressing",
    "hammer-control",
    "The corner broken evenly all along.",
    "bevel, edges",
  ],
  [
    "splitting",
    "Splitting",
    "hot-cut",
    "Slit, spread the legs, no crack at the crotch.",
    "slitting, fork",
  ],
  [
    "riveting",
    "Riveting and tenons",
    "punching upsetting",
    "Head shape, shank filled, tight or free as asked.",
    "rivet, tenon",
  ],
  [
    "collar",
    "Collars",
    "bend",
    "Length by the bundle's perimeter; tight, the seam hidden.",
    "collaring, band",
  ],
  [
    "fold-weld",
    "Fold weld",
    "heat-control fold",
    "The beginner's weld: one piece folded on itself.",
    "faggot, forge weld",
  ],
  [
    "scarf-weld",
    "Scarf weld",
    "upsetting fold-weld",
    "Upset first, a short toe, seam hidden, no neck.",
    "lap weld",
  ],
  [
    "bundle-weld",
    "Bundle weld and basket",
    "fold-weld twist",
    "Bars in a ring; one turn, then a quarter back to open it.",
    "basket handle, basket twist",
  ],
  [
    "leaf",
    "Leaf",
    "short-taper isolating flat-taper",
    "Set in behind the taper to half thickness; stem, veins, dishing on wood.",
    "leaf form",
  ],
  [
    "texture",
    "Texture and stamping",
    "hammer-control",
    "Even cover; stamped in one blow, the right way up.",
    "stamp, touchmark",
  ],
  ["finish", "Finish", "heat-control", "Brushed hot, waxed or oiled warm.", "wax, oil, seasoning"],
  [
    "jigs",
    "Jigs and gauges",
    "bend measuring-marking",
    "Making the aid that makes ten alike.",
    "gauge, template, former",
  ],
];

/** The techniques a new school starts with. */
export const STARTER_TECHNIQUES: readonly StarterTechnique[] = ROWS.map(
  ([slug, name, after, summary, alsoCalled = ""]) => ({
    slug,
    name: name.replace("★ ", ""),
    summary,
    after: after.split(" ").filter(Boolean),
    foundation: name.startsWith("★"),
    alsoCalled: alsoCalled.split(", ").filter(Boolean),
    halfLifeDays: HALF_LIFE_DAYS[slug] ?? USUAL_HALF_LIFE_DAYS,
  }),
);

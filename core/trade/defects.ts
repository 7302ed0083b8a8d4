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
  /** Nothing with it left in is kept, however little of it there is. */
  mustGo: boolean;
  /** Found once it stays: neither put right nor made less by saying so. */
  isFinal: boolean;
  /** The operation that puts it right, as the stages call it. */
  operation: string;
  /** What to do about it, as an instruction. */
  remedy: string;
  alsoCalled: string[];
}

const kind = (
  code: string,
  name: string,
  severity: Severity,
  rest: Pick<DefectKind, "shows" | "remedy"> & Partial<DefectKind>,
): DefectKind => ({
  code,
  name,
  severity,
  correctable: true,
  now: false,
  mustGo: rest.now ?? false,
  isFinal: false,
  operation: "true",
  alsoCalled: [],
  ...rest,
});

/** Every fault the catalogue knows, from the bar's surface to the fit of the whole. */
export const DEFECT_KINDS: readonly DefectKind[] = [
  kind("cold-shut", "Cold shut", "reject", {
    operation: "finish",
    shows: "a dark line where metal folded over itself",
    remedy: "Grind or file the fold out before another blow.",
    now: true,
    alsoCalled: ["fold", "lap"],
  }),
  kind("fish-mouth", "Fish-mouth", "minor", {
    operation: "draw",
    shows: "the end is hollow, its lips longer than the core",
    remedy: "Dress the lips back over the horn, hotter and with heavier blows.",
    now: true,
    alsoCalled: ["cupped end", "fish lip", "carp's mouth"],
  }),
  kind("diamond", "Gone diamond", "minor", {
    operation: "draw",
    shows: "the diagonals are unequal",
    remedy: "Stand it on the long diagonal at orange and square it before more drawing.",
    now: true,
    alsoCalled: ["lozenge"],
  }),
  kind("spiral", "Spiral in the taper", "minor", {
    operation: "draw",
    shows: "the edges wind along the taper",
    remedy: "Take it back to square and line the faces up.",
    alsoCalled: ["winding"],
  }),
  kind("flats", "Flats on a round", "cosmetic", {
    operation: "draw",
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
    operation: "planish",
    shows: "crescent dents from the edge of the face",
    remedy: "Planish at a dull red with a wide, flat face.",
    alsoCalled: ["half-moons"],
  }),
  kind("scale-pitting", "Scale pitting", "cosmetic", {
    operation: "finish",
    shows: "rough craters",
    remedy: "Brush the scale off at every heat.",
    alsoCalled: ["pits"],
  }),
  kind("burnt", "Burnt steel", "reject", {
    isFinal: true,
    shows: "sparks, a bubbled or crumbling surface, a missing tip",
    remedy: "Cut off the burnt part and start again with a smaller fire.",
    correctable: false,
  }),
  kind("coarse-grain", "Overheated, coarse grain", "reject", {
    isFinal: true,
    shows: "a crystalline break, cracks at the corners",
    remedy: "Start again, and keep below welding heat.",
    correctable: false,
    alsoCalled: ["overheated"],
  }),
  kind("crack", "Crack", "reject", {
    isFinal: true,
    shows: "an open line",
    remedy: "Start again: stop working when the steel darkens.",
    correctable: false,
  }),
  kind("cut-through", "Cut through by mistake", "major", {
    isFinal: true,
    shows: "the end dropped off",
    remedy: "Start again, and stop one blow short.",
    correctable: false,
  }),
  kind("bowed", "Out of true", "cosmetic", {
    shows: "not straight",
    remedy: "Straighten at red on a wooden block.",
    alsoCalled: ["bent", "not straight"],
  }),
  kind("off-centre-hole", "Off-centre hole", "major", {
    shows: "the walls beside the hole are unequal",
    remedy: "Start again: dot the centre before heating and mark it at a low heat.",
    correctable: false,
    alsoCalled: ["hole off its mark"],
  }),
  kind("crooked-hole", "Crooked hole", "major", {
    shows: "the walls are unequal on the far side only",
    remedy: "Start again: turn the work end for end every few blows.",
    correctable: false,
    alsoCalled: ["leaning hole"],
  }),
  kind("slug-in", "Slug riveted in", "minor", {
    mustGo: true,
    operation: "punch",
    shows: "a burr inside the hole, or a slug that won't leave",
    remedy: "Shear the slug out at a darker heat over the pritchel hole.",
    alsoCalled: ["rag", "burr"],
  }),
  kind("suck-in", "Face dragged down", "minor", {
    operation: "planish",
    shows: "the face is dished round the hole",
    remedy: "Dress the face flat before drifting goes on, and after every drifting.",
    now: true,
    alsoCalled: ["dished face", "suck-in"],
  }),
  kind("bulge", "Bulge beside the hole", "cosmetic", {
    operation: "upset",
    shows: "the bar has grown wider beside the hole",
    remedy: "Upset both sides evenly, edge on.",
    alsoCalled: ["swelling"],
  }),
  kind("dog-leg", "Dog-leg", "minor", {
    operation: "bend",
    shows: "the bend is in the wrong place",
    remedy: "Straighten it and bend again with all but the bend cooled.",
  }),
  kind("kink", "Kink in a scroll", "minor", {
    mustGo: true,
    operation: "scroll",
    shows: "a sudden change of curve, or a flat",
    remedy: "Open it a little and roll it again at an even heat.",
    alsoCalled: ["flat in a scroll"],
  }),
  kind("out-of-plane", "Out of plane", "minor", {
    shows: "it lifts off the plate, or ears and legs don't line up along the length",
    remedy: "Flatten it on the plate, cold or at red.",
    alsoCalled: ["wind", "twisted out of plane"],
  }),
  kind("uneven-twist", "Uneven twist", "minor", {
    operation: "twist",
    shows: "the pitch varies",
    remedy: "Cool the turns that lead, heat those that lag, and turn on.",
  }),
  kind("bowed-twist", "Bowed after twisting", "cosmetic", {
    shows: "the axis of the twist is bent",
    remedy: "Straighten it on wood, so that the corners aren't bruised.",
  }),
  kind("leg-slipped", "Leg slipped in the vise", "minor", {
    mustGo: true,
    operation: "twist",
    shows: "one strand is not twisted",
    remedy: "Heat again and grip both strands.",
  }),
  kind("legs-unequal", "Legs unequal", "minor", {
    operation: "cut",
    shows: "the lengths differ",
    remedy: "Trim the longer where that is allowed, and note it.",
  }),
  kind("shoulder-rounded", "Shoulder rounded or sloping", "minor", {
    operation: "set-down",
    shows: "the corner is not filled",
    remedy: "Set it again with the set hammer, hot, to the edge.",
    alsoCalled: ["sloping set-down"],
  }),
  kind("failed-weld", "Failed weld", "reject", {
    isFinal: true,
    operation: "weld",
    shows: "the seam opens when bent, or shows as a dark line",
    remedy: "Clean the fire, open the joint, flux and weld it again: first blow light.",
    alsoCalled: ["open seam"],
  }),
  kind("weld-neck", "Weld neck", "major", {
    shows: "thin beside the weld",
    remedy: "Start again, and upset the scarf first.",
    correctable: false,
  }),
  kind("stamp-doubled", "Stamp doubled or upside-down", "cosmetic", {
    operation: "planish",
    shows: "more than one blow, or not checked",
    remedy: "Planish over it and leave it.",
  }),
  kind("rivet-fit", "Rivet too tight or too loose", "minor", {
    operation: "free",
    shows: "it doesn't swing, or it rattles",
    remedy: "Warm it and work it free, or set the head again.",
  }),
  kind("not-matching", "Not matching its partner", "minor", {
    shows: "the pair differs",
    remedy: "Gauge it off the first piece and bring it to that.",
  }),
  kind("spring-back", "Spring-back", "minor", {
    operation: "bend",
    shows: "a closed bend has opened again",
    remedy: "Heat the whole bend, flanks too, and close it.",
  }),
  kind("upset-lost", "Upset bowed or lost", "minor", {
    operation: "upset",
    shows: "the bar is bent, or thinned again by straightening",
    remedy: "A short heat with the rest cooled; upset and straighten in turn.",
  }),
  kind("too-little-metal", "Too little metal for the feature", "major", {
    shows: "ears, boss or corner come out small",
    remedy: "Start again with the stock planned between its marks.",
    correctable: false,
  }),
  kind("former-crushed", "Former or stop crushed the end", "minor", {
    operation: "scroll",
    shows: "a flattened curl",
    remedy: "Open it, cool the tip, and bend it again.",
  }),
  kind("bundle-fell", "Bundle fell to one side", "major", {
    shows: "the bars are not in a ring",
    remedy: "Start again with short core stubs at the welds.",
    correctable: false,
  }),
  kind("assembly-fit", "Wrong fit at assembly", "minor", {
    operation: "fit",
    shows: "a short stroke, a tight pin, holes apart",
    remedy: "Fit it dry, then ease it before the last heat.",
  }),
  kind("ground", "Ground or filed, not declared", "minor", {
    operation: "finish",
    shows: "a bright flat where forging was asked",
    remedy: "Say so on the record; forge the next one to size.",
    alsoCalled: ["filed"],
  }),
];

const BY_CODE = new Map(DEFECT_KINDS.map((defect) => [defect.code, defect]));

/** The catalogue's entry for a code, or undefined. */
export const defectKind = (code: string): DefectKind | undefined => BY_CODE.get(code);

/** Whether a fault may be said to be put right: metal that has gone isn't put back by saying so. */
export function mayBePutRight(code: string): boolean {
  const kind = defectKind(code);
  return kind === undefined || (kind.correctable && !kind.isFinal);
}

/** How well a kind goes by the words: the less the better; null where it doesn't. */
function distance({ name, alsoCalled, shows }: DefectKind, words: string): number | null {
  const names = [name, ...alsoCalled].map((one) => one.toLowerCase());
  if (names.includes(words)) return 0;
  if (names.some((one) => one.startsWith(words))) return 1;
  if (names.some((one) => one.includes(words))) return 2;
  return shows.toLowerCase().includes(words) ? 3 : null;
}

/**
 * Kinds that go by some words: first what is called so, then what is called so among other
 * things, last what only shows it.
 *
 * @example findDefects("crack")[0].code → "crack"
 */
export function findDefects(words: string): DefectKind[] {
  const asked = words.trim().toLowerCase();
  return DEFECT_KINDS.flatMap((kind) => {
    const far = distance(kind, asked);
    return far === null ? [] : [{ kind, far }];
  })
    .sort((a, b) => a.far - b.far)
    .map(({ kind }) => kind);
}

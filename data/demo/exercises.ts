import type * as z from "zod";
import { exerciseContentSchema } from "@/core/exercise/exercise";
import { PIECE_FORMAT } from "@/core/piece/piece";
import { DEFAULT_SETTINGS, type Settings } from "@/core/trade/settings";
import type { Step } from "@/core/trade/steps";
import { proposedBudget } from "@/core/workpiece/budget";
import { planWork } from "@/core/workpiece/stages";

type ContentInput = z.input<typeof exerciseContentSchema>;

/** An exercise of the demonstration school, of our own design. */
export interface DemoExercise {
  technique: string;
  step: Step;
  content: ContentInput;
  /** As it was first published, where it has been changed since. */
  first?: ContentInput;
}

type PieceInput = ContentInput["piece"];
type Stretches = PieceInput["stretches"];
type Stretch = Stretches[number];
type Features = NonNullable<PieceInput["features"]>;
type SectionInput = PieceInput["stock"]["section"];

/** A stretch of constant section. */
const bar = (id: string, section: SectionInput, length: number, technique?: string): Stretch => ({
  id,
  kind: "prism",
  section,
  length,
  technique,
});

/** A stretch from one section to another. */
const run = (
  id: string,
  [from, to]: [SectionInput, SectionInput],
  length: number,
  technique?: string,
): Stretch => ({ id, kind: "transition", from, to, length, technique });

interface Made extends Omit<Partial<ContentInput>, "piece" | "name"> {
  stock: SectionInput;
  steel?: PieceInput["stock"]["steel"];
  /** What else is known of the stock: what it was, what is on it, how much of it there is. */
  found?: Omit<PieceInput["stock"], "section">;
  stretches: Stretches;
  features?: Features;
  parts?: PieceInput["parts"];
  joins?: PieceInput["joins"];
}

/** What steel costs the school, a kg. */
const PRICE = 2.4;

function exercise(technique: string, step: Step, name: string, made: Made): DemoExercise {
  const { stock, steel = "mild", found, stretches, features, parts, joins, ...rest } = made;
  const piece: PieceInput = {
    format: PIECE_FORMAT,
    name,
    stock: { section: stock, steel, pricePerKg: PRICE, ...found },
    stretches,
    features,
    allowances: { scale: 0.02, endTrim: 0 },
    parts,
    joins,
  };
  const content = { name, piece, planEdits: { lines: "few" as const }, ...rest };
  return { technique, step, content: { ...content, ...budgetOf(content, step) } };
}

/** The budget the steps of work propose, as the designer would. */
function budgetOf(content: Omit<ContentInput, "heatBudget" | "minuteBudget">, step: Step) {
  const unset = { heatBudget: 1, minuteBudget: 1 };
  const { piece, settings } = exerciseContentSchema.parse({ ...content, ...unset });
  const { heats, minutes } = proposedBudget(planWork(piece, { settings }).stages, step);
  return { heatBudget: Math.max(1, heats), minuteBudget: minutes };
}

const revised = (first: DemoExercise, now: DemoExercise): DemoExercise => ({
  ...now,
  first: first.content,
});

/** The bracket, after a term with more bar for its scroll and an easier twist. */
const lanternBracket = ({ scrollMm, turns }: { scrollMm: number; turns: number }): Made => ({
  stock: "12 square",
  stretches: [
    run(
      "scroll-end",
      [{ shape: "flat", width: 14, thickness: 3 }, "12 square"],
      scrollMm,
      "scroll",
    ),
    bar("shank", "12 square", 160, "twist"),
    bar("foot", "24 by 6", 110, "flat-taper"),
  ],
  features: [
    { id: "curl", kind: "scroll", from: 0, to: scrollMm, innerRadius: 10, turns: 1.25, side: "up" },
    { id: "twist", kind: "twist", from: scrollMm + 25, to: scrollMm + 135, turns, hand: "right" },
    { id: "heel", kind: "bend", at: scrollMm + 175, angle: 90, insideRadius: 8 },
    { id: "upper-hole", kind: "hole", at: scrollMm + 205, diameter: 8, method: "punch" },
    { id: "lower-hole", kind: "hole", at: scrollMm + 255, diameter: 8, method: "punch" },
  ],
  tries: ["Does it hang level from its two holes?"],
});

/** The usual settings but for some. */
const settings = (some: Partial<Settings>): Settings => ({ ...DEFAULT_SETTINGS, ...some });

const leaveOut = (...leftOut: string[]) => ({ leftOut });

/** The three exercises the demonstration's learners have worked on. */
export const WORKED_EXERCISES: readonly DemoExercise[] = [
  exercise("square-taper", 3, "Net-mender's fid", {
    stock: "12 square",
    stretches: [
      run("taper", ["3 square", "12 square"], 90, "square-taper"),
      bar("body", "12 square", 160),
    ],
    planEdits: leaveOut("taper.middle-turned", "body.middle-diagonals", "body.length"),
    tries: ["Does it open the lay of a rope without catching?"],
  }),
  exercise("round-taper", 2, "Gangway pin", {
    stock: "16 square",
    stretches: [
      run("taper", ["6 round", "14 round"], 80, "round-taper"),
      bar("shank", "15 octagon", 70),
      bar("head", "16 square", 40),
    ],
    planEdits: leaveOut(
      "taper.tip-turned",
      "taper.middle-turned",
      "shank.length",
      "head.middle-turned",
      "head.middle-diagonals",
      "head.length",
      "taper.shoulder",
      "shank.shoulder",
    ),
    tries: ["Does it drop through a 17 mm hole to its head?"],
  }),
  exercise("drawing-out", 2, "Rope cleat blank", {
    stock: "20 square",
    stretches: [
      bar("fore-horn", "20 by 10", 80, "drawing-out"),
      bar("foot", "20 square", 45),
      bar("aft-horn", "20 by 10", 80, "drawing-out"),
    ],
    planEdits: leaveOut("foot.middle-turned", "foot.length", "fore-horn.shoulder", "foot.shoulder"),
    tries: ["Does it lie flat on the plate without rocking?"],
  }),
];

/** The rest of the shelf: every family of techniques, at several steps. */
export const SHELF_EXERCISES: readonly DemoExercise[] = [
  exercise("hammer-control", 1, "Slipway wear strip", {
    stock: "25 by 8",
    stretches: [bar("strip", "26 by 7", 120, "hammer-control")],
    features: [{ id: "cover", kind: "texture", from: 10, to: 110 }],
    tries: ["Is the texture even right to the ends?"],
  }),
  exercise("measuring-marking", 1, "Sounding rod", {
    stock: "10 square",
    stretches: [bar("rod", "10 square", 240, "measuring-marking")],
    features: [
      { id: "one", kind: "stamp", at: 60, text: "1" },
      { id: "two", kind: "stamp", at: 120, text: "2" },
      { id: "three", kind: "stamp", at: 180, text: "3" },
    ],
    planEdits: {
      lines: "few",
      own: (["one", "two", "three"] as const).map((id, index) => ({
        id: `own-${index + 1}`,
        name: `Mark ${id}, from end A`,
        kind: "size" as const,
        from: { of: "end-a" },
        to: { of: id },
        lower: 60 * (index + 1) - 0.5,
        upper: 60 * (index + 1) + 0.5,
        instrument: "rule" as const,
      })),
    },
  }),
  exercise("heat-control", 1, "Half-bent heat strip", {
    stock: "20 by 6",
    stretches: [bar("strip", "20 by 6", 180, "heat-control")],
    features: [{ id: "middle", kind: "bend", at: 90, angle: 45, insideRadius: 10 }],
    tries: ["Is it bent in one place only?"],
  }),
  exercise("hot-cut", 1, "Hatch wedge", {
    stock: "20 by 12",
    stretches: [
      bar("back", "20 by 12", 30, "hot-cut"),
      run("wedge", ["20 by 12", { shape: "flat", width: 20, thickness: 2 }], 70, "flat-taper"),
    ],
    tries: ["Does it hold a hatch bar without rocking?"],
  }),
  exercise("drawing-out", 3, "Drawn stanchion foot", {
    stock: "25 by 12",
    stretches: [bar("foot", "25 by 12", 40), bar("shank", "12 square", 180, "drawing-out")],
  }),
  exercise("square-taper", 1, "Thatching peg", {
    stock: "10 square",
    stretches: [
      run("point", ["point", "10 square"], 60, "square-taper"),
      bar("shank", "10 square", 100),
    ],
  }),
  exercise("square-taper", 4, "Sail-loft pricker", {
    stock: "8 square",
    steel: "medium-carbon",
    stretches: [
      run("point", ["2 square", "8 square"], 70, "square-taper"),
      bar("grip", "8 square", 60),
      run("tang", ["8 square", "3 square"], 40, "square-taper"),
    ],
  }),
  exercise("round-taper", 3, "Splicing spike", {
    stock: "14 round",
    stretches: [
      run("taper", ["3 round", "14 round"], 150, "round-taper"),
      bar("head", "14 round", 40),
    ],
    tries: ["Does it part a three-strand rope cleanly?"],
  }),
  exercise("short-taper", 2, "Crab-pot pin", {
    stock: "10 round",
    stretches: [
      run("tip", ["4 round", "10 round"], 18, "short-taper"),
      bar("shank", "10 round", 110),
    ],
    tries: ["Does the pin pass through both rails of the pot?"],
  }),
  exercise("flat-taper", 2, "Caulking blade", {
    stock: "16 square",
    stretches: [
      run("blade", [{ shape: "flat", width: 34, thickness: 2 }, "16 square"], 80, "flat-taper"),
      bar("shank", "16 square", 80),
    ],
    tries: ["Is it as far out to the left as to the right?"],
  }),
  exercise("section-change", 2, "Tiller pin", {
    stock: "16 square",
    stretches: [
      bar("head", "16 square", 40),
      run("change", ["16 square", "14 round"], 30, "section-change"),
      bar("shank", "14 round", 90, "section-change"),
    ],
  }),
  exercise("upsetting", 2, "Thole pin", {
    stock: "12 square",
    stretches: [bar("head", "16 square", 18, "upsetting"), bar("shank", "12 square", 120)],
    tries: ["Does it stand in its socket without falling through?"],
  }),
  exercise("upsetting", 3, "Bollard stud", {
    stock: "16 round",
    stretches: [bar("head", "24 round", 40, "upsetting"), bar("shank", "16 round", 100)],
  }),
  exercise("shoulder", 3, "Chart-room drawer pull", {
    stock: "16 square",
    stretches: [
      bar("left-ear", "16 by 8", 35, "shoulder"),
      bar("grip", "16 square", 70),
      bar("right-ear", "16 by 8", 35, "shoulder"),
    ],
    features: [
      { id: "left-hole", kind: "hole", at: 12, diameter: 5, method: "drill" },
      { id: "right-hole", kind: "hole", at: 128, diameter: 5, method: "drill" },
    ],
    tries: ["Does it sit flat on the drawer front?"],
  }),
  exercise("isolating", 3, "Lamp-rail boss", {
    stock: "20 square",
    stretches: [
      bar("left", "20 by 10", 60, "isolating"),
      bar("boss", "20 square", 20, "isolating"),
      bar("right", "20 by 10", 60, "isolating"),
    ],
  }),
  exercise("fullering", 2, "Necked bollard pin", {
    stock: "16 round",
    stretches: [
      bar("head", "16 round", 30),
      bar("neck", "10 round", 12, "fullering"),
      bar("shank", "16 round", 90),
    ],
  }),
  exercise("bend", 2, "Tiller strap", {
    stock: "30 by 6",
    stretches: [bar("strap", "30 by 6", 220, "bend")],
    features: [
      { id: "upper-hole", kind: "hole", at: 20, diameter: 8, method: "punch" },
      { id: "lower-hole", kind: "hole", at: 60, diameter: 8, method: "punch" },
      { id: "corner", kind: "bend", at: 130, angle: 90, insideRadius: 6 },
    ],
    tries: ["Do both holes take the same pin?"],
  }),
  exercise("bend", 3, "Mooring staple", {
    stock: "12 round",
    stretches: [
      run("left-point", ["point", "12 round"], 50, "round-taper"),
      bar("bow", "12 round", 200, "bend"),
      run("right-point", ["12 round", "point"], 50, "round-taper"),
    ],
    features: [
      { id: "left-corner", kind: "bend", at: 110, angle: 90, insideRadius: 12 },
      { id: "right-corner", kind: "bend", at: 190, angle: 90, insideRadius: 12 },
    ],
    tries: ["Are both legs the same length, and parallel?"],
  }),
  exercise("upset-corner", 4, "Sea-chest corner", {
    stock: "16 square",
    stretches: [
      bar("upright", "16 square", 90),
      bar("corner", "19 square", 26, "upset-corner"),
      bar("foot", "16 square", 90),
    ],
    features: [{ id: "elbow", kind: "bend", at: 103, angle: 90, insideRadius: 2 }],
    tries: ["Does a square sit tight in the outside corner?"],
  }),
  exercise("ring-eye", 3, "Boat ring", {
    stock: "10 round",
    stretches: [bar("ring", "10 round", 218, "ring-eye")],
    features: [{ id: "hoop", kind: "ring", from: 0, to: 218, insideDiameter: 60, gap: 2 }],
    tries: ["Does it lie flat on the plate?"],
  }),
  exercise("ring-eye", 2, "Lead-line eye", {
    stock: "8 round",
    stretches: [bar("shank", "8 round", 100), bar("eye", "8 round", 87, "ring-eye")],
    features: [
      { id: "set-off", kind: "bend", at: 94, angle: -50, insideRadius: 4 },
      { id: "loop", kind: "ring", from: 102, to: 187, insideDiameter: 20, gap: 3 },
    ],
    tries: ["Does the eye stand in the middle of its shank?"],
  }),
  revised(
    exercise("scroll", 3, "Lantern bracket", lanternBracket({ scrollMm: 185, turns: 4 })),
    exercise("scroll", 3, "Lantern bracket", lanternBracket({ scrollMm: 210, turns: 3 })),
  ),
  exercise("scroll", 2, "Berth-curtain scroll", {
    stock: "10 square",
    stretches: [
      run("tail", [{ shape: "flat", width: 11, thickness: 3 }, "10 square"], 200, "scroll"),
      bar("stem", "10 square", 80),
    ],
    features: [{ id: "curl", kind: "scroll", from: 0, to: 200, innerRadius: 9, turns: 1.2 }],
  }),
  exercise("jig-bending", 4, "Sail-loft S-link", {
    stock: "8 round",
    stretches: [bar("link", "8 round", 200, "jig-bending")],
    features: [
      { id: "upper", kind: "ring", from: 0, to: 82, insideDiameter: 22, gap: 12, side: "up" },
      { id: "lower", kind: "ring", from: 118, to: 200, insideDiameter: 22, gap: 12, side: "down" },
    ],
    settings: settings({ aids: "own-jig" }),
    tries: ["Do ten of them stack?"],
  }),
  exercise("twist", 2, "Cabin-lamp bar", {
    stock: "10 square",
    stretches: [bar("bar", "10 square", 240, "twist")],
    features: [{ id: "twist", kind: "twist", from: 70, to: 170, turns: 3, hand: "right" }],
    settings: settings({ twistHeats: "one" }),
  }),
  exercise("reverse-twist", 3, "Galley pan rail", {
    stock: "12 square",
    stretches: [bar("rail", "12 square", 320, "reverse-twist")],
    features: [
      { id: "first", kind: "twist", from: 60, to: 150, turns: 2, hand: "right" },
      { id: "second", kind: "twist", from: 170, to: 260, turns: 2, hand: "left" },
      { id: "left-end", kind: "hole", at: 20, diameter: 6, method: "drill" },
      { id: "right-end", kind: "hole", at: 300, diameter: 6, method: "drill" },
    ],
    tries: ["Does the changeover sit in the middle?"],
  }),
  exercise("fold", 2, "Rigger's hairpin", {
    stock: "6 round",
    stretches: [bar("wire", "6 round", 200, "fold")],
    features: [{ id: "bight", kind: "fold", at: 100, insideRadius: 4 }],
  }),
  exercise("rope-twist", 3, "Lanyard toggle", {
    stock: "8 round",
    stretches: [bar("legs", "8 round", 420, "rope-twist")],
    features: [
      { id: "bight", kind: "fold", at: 210, insideRadius: 8 },
      { id: "rope", kind: "wrap", from: 20, to: 170, turns: 3, hand: "right" },
    ],
    tries: ["Does the bight take a 12 mm lanyard?"],
  }),
  exercise("punching", 2, "Deck strap", {
    stock: "30 by 6",
    stretches: [bar("strap", "30 by 6", 180, "punching")],
    features: [
      { id: "h1", kind: "hole", at: 25, diameter: 9, method: "punch" },
      { id: "h2", kind: "hole", at: 90, diameter: 9, method: "punch" },
      { id: "h3", kind: "hole", at: 155, diameter: 9, method: "punch" },
    ],
    tries: ["Does it drop over the board’s three pins of 8 mm?"],
  }),
  exercise("slot-drift", 3, "Belaying-pin eye", {
    stock: "25 by 12",
    stretches: [bar("shank", "25 by 12", 120), bar("eye", "36 by 12", 54, "slot-drift")],
    features: [
      {
        id: "hole",
        kind: "hole",
        at: 147,
        diameter: 16,
        method: "slot-drift",
        slotLength: 20,
        slotWidth: 4,
      },
    ],
    tries: ["Does a 15 mm pin slide through?"],
  }),
  exercise("drilling", 1, "Tally plate", {
    stock: "25 by 3",
    stretches: [bar("plate", "25 by 3", 90, "drilling")],
    features: [
      { id: "left-hole", kind: "hole", at: 10, diameter: 5, method: "drill" },
      { id: "right-hole", kind: "hole", at: 80, diameter: 5, method: "drill" },
      { id: "number", kind: "stamp", at: 45, text: "7" },
    ],
  }),
  exercise("chamfer", 2, "Thwart edge bar", {
    stock: "20 by 10",
    stretches: [bar("edge", "20 by 10", 200, "chamfer")],
    features: [{ id: "broken-edge", kind: "chamfer", from: 10, to: 190, width: 3, edges: "two" }],
    tries: ["Is the corner broken evenly all along?"],
  }),
  exercise("splitting", 3, "Split ladder heel", {
    stock: "25 by 10",
    stretches: [
      bar("shank", "25 by 10", 110),
      { id: "legs", kind: "free", volume: 15_000, length: 90, technique: "splitting" },
    ],
    tries: ["Is there no crack at the crotch?"],
  }),
  exercise("riveting", 3, "Hatch-strap hinge", {
    stock: "25 by 5",
    stretches: [bar("long-leaf", "25 by 5", 160, "riveting")],
    features: [{ id: "eye", kind: "hole", at: 20, diameter: 8.5, method: "punch" }],
    parts: [
      {
        id: "short-leaf",
        stock: { section: "25 by 5", steel: "mild", pricePerKg: PRICE },
        stretches: [bar("leaf", "25 by 5", 80)],
        features: [{ id: "eye", kind: "hole", at: 20, diameter: 8.5, method: "punch" }],
        places: [{ at: 20, own: 20, turn: 180 }],
      },
      {
        id: "rivet",
        stock: { section: "8 round", steel: "mild", pricePerKg: PRICE },
        stretches: [bar("shank", "8 round", 34)],
        places: [{ at: 20, own: 14.5, side: "through" }],
      },
    ],
    joins: [
      {
        ...{ id: "pin", kind: "pivot", parts: ["main", "short-leaf", "rivet"], at: 20 },
        ...{ diameter: 8, clearance: 0.5 },
      },
    ],
    tries: ["Does it swing freely and not fall?"],
  }),
  exercise("collar", 3, "Oar collar", {
    stock: "10 square",
    stretches: [bar("left-bar", "10 square", 140)],
    parts: [
      {
        id: "right-bar",
        stock: { section: "10 square", steel: "mild", pricePerKg: PRICE },
        stretches: [bar("bar", "10 square", 140)],
      },
      {
        id: "collar",
        stock: { section: "12 by 4", steel: "mild", pricePerKg: PRICE },
        stretches: [bar("band", "12 by 4", 76, "collar")],
      },
    ],
    joins: [{ id: "band", kind: "collar", parts: ["main", "right-bar", "collar"], at: 70 }],
    tries: ["Is it tight when cold, the seam out of sight?"],
  }),
  exercise("fold-weld", 2, "Folded stanchion end", {
    stock: "12 square",
    stretches: [bar("bar", "12 square", 300, "fold-weld")],
    features: [
      { id: "turn-back", kind: "fold", at: 60 },
      { id: "seam", kind: "weld", at: 30, method: "fold" },
    ],
    settings: settings({ flux: "either" }),
    tries: ["Does the seam hold when it is pried open beside the weld?"],
  }),
  exercise("scarf-weld", 4, "Welded boat ring", {
    stock: "12 round",
    stretches: [
      bar("first-scarf", "14 round", 20, "upsetting"),
      bar("ring", "12 round", 210, "scarf-weld"),
      bar("second-scarf", "14 round", 20, "upsetting"),
    ],
    features: [
      { id: "hoop", kind: "ring", from: 0, to: 250, insideDiameter: 64 },
      { id: "joint", kind: "weld", at: 245, method: "scarf" },
    ],
    settings: settings({ flux: "borax" }),
    tries: ["Does it ring when hung?"],
  }),
  exercise("bundle-weld", 4, "Basket lamp handle", {
    stock: "6 round",
    stretches: [bar("bar", "6 round", 160, "bundle-weld")],
    parts: [
      {
        id: "further-bars",
        count: 3,
        stock: { section: "6 round", steel: "mild", pricePerKg: PRICE },
        stretches: [bar("bar", "6 round", 160)],
      },
      {
        id: "cap",
        count: 2,
        stock: { section: "12 square", steel: "mild", pricePerKg: PRICE },
        stretches: [bar("cap", "12 square", 40)],
      },
    ],
    joins: [
      { id: "top", kind: "weld", parts: ["main", "further-bars", "cap"], at: 8 },
      { id: "basket", kind: "wrap", parts: ["main", "further-bars"], turns: 0.75, across: 40 },
      { id: "bottom", kind: "weld", parts: ["main", "further-bars", "cap"], at: 152 },
    ],
    tries: ["Are the four bars evenly apart?"],
  }),
  exercise("leaf", 3, "Kelp rail end", {
    stock: "12 round",
    stretches: [
      {
        id: "blade",
        kind: "free",
        volume: 3600,
        length: 70,
        name: "Kelp blade",
        technique: "leaf",
      },
      bar("stem", "6 round", 70, "leaf"),
      bar("rail", "12 round", 80),
    ],
    tries: ["Does the midrib run to the tip?"],
  }),
  exercise("texture", 1, "Stamped berth tag", {
    stock: "30 by 4",
    stretches: [bar("tag", "30 by 4", 70, "texture")],
    features: [
      { id: "edge", kind: "texture", from: 2, to: 68 },
      { id: "berth", kind: "stamp", at: 35, text: "B4" },
      { id: "string", kind: "hole", at: 8, diameter: 4, method: "drill" },
    ],
  }),
  exercise("finish", 1, "Galley griddle lifter", {
    stock: "8 round",
    stretches: [
      bar("grip", "8 round", 120, "finish"),
      run("tip", ["8 round", "4 round"], 60, "round-taper"),
    ],
    features: [{ id: "lip", kind: "bend", at: 160, angle: 80, insideRadius: 5 }],
    settings: settings({ food: true }),
    tries: ["Does it lift the lid with one hand?"],
  }),
  exercise("jigs", 3, "Go and no-go gauge", {
    stock: "30 by 5",
    stretches: [bar("gauge", "30 by 5", 110, "jigs")],
    features: [
      { id: "go-hole", kind: "hole", at: 30, diameter: 12.5, method: "drill" },
      { id: "no-go-hole", kind: "hole", at: 80, diameter: 11.5, method: "drill" },
    ],
    tries: ["Does a 12 mm bar pass the one and not the other?"],
  }),
  exercise("punching", 3, "Capstan-bar keeper", {
    stock: "30 by 8",
    stretches: [bar("keeper", "30 by 8", 200, "punching")],
    features: [
      { id: "key-slot", kind: "slot", at: 60, length: 30, width: 9 },
      { id: "pin-slot", kind: "slot", at: 150, length: 20, width: 9, off: 4, side: "up" },
      { id: "outer-corners", kind: "corners", at: 0, form: "clipped", size: 6 },
    ],
    tries: ["Does an 8 mm key slide from one end of its slot to the other?"],
  }),
  exercise("splitting", 2, "Sail-tie toggle", {
    stock: "20 by 8",
    stretches: [bar("toggle", "20 by 8", 150, "splitting")],
    features: [{ id: "legs", kind: "slit", from: 100, to: 150 }],
    tries: ["Are both legs of one width, to look at?"],
  }),
  exercise("leaf", 4, "Kelp-frond dish", {
    stock: "20 by 8",
    stretches: [
      run(
        "frond",
        [
          { shape: "flat", width: 40, thickness: 2 },
          { shape: "flat", width: 20, thickness: 8 },
        ],
        90,
        "flat-taper",
      ),
      bar("stem", "8 square", 80, "drawing-out"),
    ],
    features: [
      { id: "ribs", kind: "veins", from: 5, to: 80, pairs: 5, edge: "cut" },
      { id: "bowl", kind: "dish", from: 5, to: 80, depth: 6 },
    ],
    tries: ["Does it hold a marble where it is put down?"],
  }),
  exercise("fold", 3, "Eel-trap barb", {
    stock: "10 square",
    stretches: [
      run("point", ["point", "10 square"], 60, "square-taper"),
      bar("shank", "10 square", 160),
    ],
    features: [
      { id: "barb", kind: "part-cut", at: 70, share: 0.75 },
      { id: "seat", kind: "dimple", at: 180, diameter: 6, depth: 2 },
    ],
    tries: ["Does the hinge hold when the barb is opened once?"],
  }),
  exercise("twist", 3, "Gangway stanchion pair", {
    stock: "12 square",
    stretches: [bar("rail", "12 square", 360, "twist")],
    features: [
      { id: "fore", kind: "twist", from: 50, to: 140, turns: 2, hand: "right", back: 0.25 },
      { id: "aft", kind: "twist", from: 220, to: 310, turns: 2, hand: "right", back: 0.25 },
    ],
    planEdits: {
      lines: "few",
      own: [
        {
          id: "own-1",
          name: "Plain bar between the twists",
          kind: "size",
          from: { of: "fore", side: "b" },
          to: { of: "aft", side: "a" },
          instrument: "rule",
        },
      ],
    },
    tries: ["Do the flats of both ends lie in one plane?"],
  }),
  exercise("drilling", 2, "Chart-table runner", {
    stock: "25 by 5",
    stretches: [bar("runner", "25 by 5", 220, "drilling")],
    features: [
      { id: "fore-hole", kind: "hole", at: 20, diameter: 6.5, method: "drill" },
      { id: "aft-hole", kind: "hole", at: 200, diameter: 6.5, method: "drill" },
      { id: "edges", kind: "chamfer", from: 30, to: 190, width: 2, edges: "two" },
      { id: "fore-corners", kind: "corners", at: 0, form: "rounded", size: 6 },
      { id: "aft-corners", kind: "corners", at: 220, form: "rounded", size: 6 },
    ],
    planEdits: {
      lines: "few",
      own: [
        {
          id: "own-1",
          name: "Holes, edge to edge",
          kind: "size",
          from: { of: "fore-hole", side: "b" },
          to: { of: "aft-hole", side: "a" },
        },
      ],
    },
    tries: ["Do two 6 mm screws drop through into the jig?"],
  }),
  exercise("bundle-weld", 5, "Five-bar lantern cage", {
    stock: "6 round",
    stretches: [bar("bar", "6 round", 220, "bundle-weld")],
    parts: [
      {
        id: "further-bars",
        count: 4,
        stock: { section: "6 round", steel: "mild", pricePerKg: PRICE },
        stretches: [bar("bar", "6 round", 220)],
      },
      {
        id: "cores",
        count: 2,
        stock: { section: "4 round", steel: "mild", pricePerKg: PRICE },
        stretches: [bar("core", "4 round", 25)],
      },
    ],
    joins: [
      { id: "top", kind: "weld", parts: ["main", "further-bars", "cores"], at: 12, length: 24 },
      { id: "cage", kind: "wrap", parts: ["main", "further-bars"], turns: 0.75, across: 60 },
      { id: "foot", kind: "weld", parts: ["main", "further-bars", "cores"], at: 208, length: 24 },
    ],
    settings: settings({ flux: "borax" }),
    tries: ["Does a marble roll through between any two bars?"],
  }),
  exercise("punching", 4, "Tiller yoke with its boss", {
    stock: "20 by 12",
    stretches: [
      run("port-leg", ["10 by 6", "20 by 12"], 110, "flat-taper"),
      bar("middle", "20 by 12", 70),
      run("starboard-leg", ["20 by 12", "10 by 6"], 110, "flat-taper"),
    ],
    features: [
      { id: "boss", kind: "boss", at: 145, diameter: 18, height: 6 },
      { id: "socket", kind: "hole", at: 145, diameter: 8, method: "punch" },
      {
        ...{ id: "port-side", kind: "temporary-bend", at: 90, angle: -60, insideRadius: 16 },
        ...{ reaches: "socket" },
      },
      {
        ...{ id: "starboard-side", kind: "temporary-bend", at: 200, angle: -60, insideRadius: 16 },
        ...{ reaches: "socket" },
      },
    ],
    tries: ["Does a 7.5 mm pin stand square in its boss?"],
  }),
  exercise("slot-drift", 4, "Halyard strap with an oval eye", {
    stock: "25 by 10",
    stretches: [
      bar("head", "35.3 by 10", 50, "slot-drift"),
      bar("strap", "25 by 10", 110),
      run("fan", ["25 by 10", "42 by 3"], 60, "flat-taper"),
    ],
    features: [
      {
        ...{ id: "hole", kind: "hole", at: 25, diameter: 16, method: "slot-drift", shape: "oval" },
        ...{ long: 20, slotLength: 22, slotWidth: 4 },
      },
    ],
    tries: ["Does the fan lie flat on the plate over its whole edge?"],
  }),
  exercise("rope-twist", 4, "Kelp-rake tines", {
    stock: "10 round",
    stretches: [
      run("first-tine", ["point", "10 round"], 120, "round-taper"),
      bar("legs", "10 round", 360),
      run("second-tine", ["10 round", "point"], 120, "round-taper"),
    ],
    features: [
      { id: "bight", kind: "fold", at: 300, insideRadius: 8 },
      { id: "handle", kind: "wrap", from: 170, to: 280, turns: 2, hand: "right" },
    ],
    tries: ["Do both points touch the plate together?"],
  }),
  exercise("fold-weld", 4, "Crab-pot barb", {
    stock: "12 square",
    stretches: [bar("barb", "12 square", 60, "fold-weld"), bar("shank", "12 square", 180)],
    features: [
      { id: "turn-back", kind: "fold", at: 50 },
      { id: "seam", kind: "weld", at: 30, method: "fold", length: 24 },
      { id: "opening", kind: "part-cut", at: 100, share: 0.75 },
    ],
    settings: settings({ flux: "borax" }),
    tries: ["Does the seam stay shut when the barb is pried?"],
  }),
  exercise("ring-eye", 4, "Sail-tie ring with its keeper", {
    stock: "8 round",
    stretches: [
      bar("first-knob", "11 round", 12, "upsetting"),
      bar("ring", "8 round", 180),
      bar("second-knob", "11 round", 12, "upsetting"),
    ],
    features: [{ id: "hoop", kind: "ring", from: 12, to: 192, insideDiameter: 60, gap: 33.6 }],
    parts: [
      {
        id: "keeper",
        stock: { section: "6 round", steel: "mild", pricePerKg: PRICE },
        stretches: [
          bar("eye-bar", "6 round", 47, "ring-eye"),
          run("pin", ["6 round", "point"], 110, "round-taper"),
        ],
        features: [{ id: "eye", kind: "ring", from: 0, to: 47, insideDiameter: 9 }],
        allowances: { scale: 0.02 },
      },
    ],
    joins: [
      { id: "slide", kind: "pivot", parts: ["main", "keeper"], at: 102, diameter: 8, clearance: 1 },
    ],
    tries: ["Does the keeper run from knob to knob, and stay on?"],
  }),
  exercise("bend", 4, "Bait-bucket bow", {
    stock: "10 round",
    stretches: [
      bar("first-eye", "15 by 5", 24, "flat-taper"),
      bar("first-side", "10 round", 130),
      bar("crown", "12 round", 20, "upsetting"),
      bar("second-side", "10 round", 130),
      bar("second-eye", "15 by 5", 24, "flat-taper"),
    ],
    features: [
      { id: "first-hole", kind: "hole", at: 12, diameter: 5, method: "punch" },
      { id: "second-hole", kind: "hole", at: 316, diameter: 5, method: "punch" },
      { id: "bow", kind: "bend", at: 164, angle: 180, insideRadius: 60 },
    ],
    planEdits: {
      lines: "few",
      own: [
        {
          id: "own-1",
          name: "Between the eyes",
          kind: "size",
          from: { of: "first-hole", side: "middle" },
          to: { of: "second-hole", side: "middle" },
          instrument: "rule",
        },
      ],
    },
    tries: ["Does one 4.5 mm rod go through both eyes?"],
  }),
  exercise("texture", 3, "Float-line triangle", {
    stock: "8 round",
    stretches: [
      bar("drilled-end", "12 by 4", 20, "drawing-out"),
      bar("sides", "8 round", 300, "texture"),
    ],
    features: [
      { id: "cover", kind: "texture", from: 30, to: 310 },
      { id: "first-corner", kind: "bend", at: 115, angle: 120, insideRadius: 4 },
      { id: "second-corner", kind: "bend", at: 215, angle: 120, insideRadius: 4 },
      { id: "hole", kind: "hole", at: 8, diameter: 3, method: "drill" },
    ],
    planEdits: {
      lines: "few",
      own: [
        {
          id: "own-1",
          name: "Middle side",
          kind: "size",
          from: { of: "first-corner", side: "middle" },
          to: { of: "second-corner", side: "middle" },
          instrument: "rule",
        },
        {
          id: "own-2",
          name: "Side to the drilled corner",
          kind: "size",
          from: { of: "end-a" },
          to: { of: "first-corner", side: "middle" },
          instrument: "rule",
        },
      ],
    },
    tries: ["Do its ends meet at the drilled corner?"],
  }),
  exercise("riveting", 4, "Locker hasp and keeper", {
    stock: "25 by 5",
    stretches: [bar("leaf", "25 by 5", 110), run("tail", ["25 by 5", "12 by 3"], 60, "flat-taper")],
    features: [
      { id: "eye", kind: "hole", at: 15, diameter: 6.5, method: "punch" },
      {
        ...{ id: "ears", kind: "lugs", at: 60, length: 14, reach: 12, thickness: 4 },
        ...{ folded: "up" },
      },
    ],
    parts: [
      {
        id: "keeper",
        cutFrom: "main",
        stock: { section: "25 by 5", steel: "mild", pricePerKg: PRICE },
        stretches: [bar("plate", "25 by 5", 60)],
        features: [{ id: "hole", kind: "hole", at: 15, diameter: 6.5, method: "punch" }],
        places: [{ at: 15, own: 15, turn: 180 }],
        allowances: { scale: 0.02 },
      },
    ],
    joins: [
      { id: "pin", kind: "pivot", parts: ["main", "keeper"], at: 15, diameter: 6, clearance: 0.5 },
    ],
    tries: ["Does the keeper swing right round and stay where it is put?"],
  }),
  exercise("fold-weld", 5, "Sounding-pole shoe", {
    stock: "12 square",
    stretches: [
      run("shoe", ["6 square", "16 square"], 90, "square-taper"),
      bar("shank", "12 square", 160),
    ],
    features: [
      { id: "doubling", kind: "doubled", from: 0, to: 90 },
      { id: "nail-hole", kind: "hole", at: 220, diameter: 5, method: "drill" },
    ],
    settings: settings({ flux: "borax" }),
    tries: ["Does the seam stay shut when the shoe is driven into wood?"],
  }),
  exercise("splitting", 3, "Net-rack tongue plate", {
    stock: "30 by 6",
    stretches: [bar("plate", "30 by 6", 180)],
    features: [
      { id: "tongue", kind: "tab", at: 70, length: 24, width: 10, height: 10 },
      { id: "neck", kind: "groove", at: 140, width: 8, depth: 1.5 },
      { id: "fore-hole", kind: "hole", at: 20, diameter: 6, method: "drill" },
    ],
    tries: ["Does a 6 mm cord slip under the tongue?"],
  }),
];

/** Unfinished designs with the mistakes people make, so that every warning can be seen. */
export const DRAFT_EXERCISES: readonly DemoExercise[] = [
  exercise("square-taper", 2, "Stay from the bar that is left over", {
    stock: "10 round",
    found: { form: "reinforcing-bar", coating: "zinc", lengthInHand: 180 },
    stretches: [run("tip", ["4 square", "10 round"], 90), bar("stay", "10 round", 160)],
  }),
  exercise("bend", 2, "Strap with everything too near", {
    stock: "20 by 5",
    stretches: [bar("strap", "20 by 5", 160, "bend"), bar("swell", "26 by 6", 30)],
    features: [
      { id: "end-hole", kind: "hole", at: 9, diameter: 8, method: "punch" },
      { id: "wide-hole", kind: "hole", at: 60, diameter: 15, method: "punch" },
      { id: "too-wide", kind: "hole", at: 100, diameter: 20, method: "punch" },
      {
        ...{ id: "narrow-eye", kind: "hole", at: 130, diameter: 8, method: "slot-drift" },
        ...{ slotLength: 10, slotWidth: 2 },
      },
      { id: "first-bend", kind: "bend", at: 62, angle: 90, insideRadius: 8 },
      { id: "second-bend", kind: "bend", at: 74, angle: 90, insideRadius: 8 },
    ],
  }),
  exercise("fold-weld", 3, "Spike doubled where it can't be", {
    stock: "12 square",
    stretches: [
      bar("stub", "20 by 12", 10, "fold-weld"),
      bar("middle", "20 by 12", 80, "fold-weld"),
      bar("shank", "12 square", 120),
    ],
    features: [
      { id: "short-fold", kind: "doubled", from: 0, to: 10 },
      { id: "inner-fold", kind: "doubled", from: 10, to: 90 },
    ],
  }),
  exercise("scroll", 2, "Bracket that can't be wound", {
    stock: "12 square",
    stretches: [bar("bar", "12 square", 420), bar("knob", "18 square", 40, "upsetting")],
    features: [
      {
        id: "tight-scroll",
        kind: "scroll",
        from: 0,
        to: 150,
        innerRadius: 8,
        outerRadius: 22,
        turns: 2,
      },
      { id: "tight-twist", kind: "twist", from: 200, to: 260, turns: 5, hand: "left" },
      { id: "closed-ring", kind: "ring", from: 290, to: 410, insideDiameter: 22 },
    ],
  }),
  exercise("rope-twist", 3, "Toggle that comes out short", {
    stock: "8 round",
    stretches: [bar("legs", "8 round", 420)],
    features: [
      { id: "bight", kind: "fold", at: 210, insideRadius: 8 },
      {
        id: "rope",
        kind: "wrap",
        from: 20,
        to: 110,
        turns: 2.5,
        hand: "right",
        finishedLength: 88,
      },
      { id: "second-rope", kind: "wrap", from: 120, to: 160, turns: 9, hand: "right" },
      { id: "lost-twist", kind: "twist", from: 165, to: 180, turns: 1, hand: "right" },
      { id: "lost-rope", kind: "wrap", from: 205, to: 230, turns: 1, hand: "right" },
      {
        id: "open-scroll",
        kind: "scroll",
        from: 300,
        to: 420,
        innerRadius: 12,
        outerRadius: 20,
        turns: 0.5,
      },
    ],
  }),
  exercise("bend", 2, "Line guide that runs through itself", {
    stock: "8 round",
    stretches: [bar("rod", "8 round", 240, "bend")],
    features: [100, 140, 180].map((at, index) => ({
      ...{ id: `corner-${index + 1}`, kind: "bend", at, angle: 90, insideRadius: 5 },
    })),
  }),
];

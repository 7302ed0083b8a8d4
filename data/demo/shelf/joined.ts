import { bar, exercise, PRICE, run, settings, type DemoExercise } from "./exercise";

/** Split, joined, welded and finished work, and the first jigs. */
export const JOINED_EXERCISES: readonly DemoExercise[] = [
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
];

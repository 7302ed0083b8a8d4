import { bar, exercise, revised, run, settings, type DemoExercise, type Made } from "./exercise";

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

/** Single bars of every family of techniques, hammer control first. */
export const PLAIN_EXERCISES: readonly DemoExercise[] = [
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
];

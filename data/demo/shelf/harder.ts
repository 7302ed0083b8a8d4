import { bar, exercise, PRICE, run, settings, type DemoExercise } from "./exercise";

/** Pieces that ask for more at once: several bars, later steps. */
export const HARDER_EXERCISES: readonly DemoExercise[] = [
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

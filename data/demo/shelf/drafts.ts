import { bar, exercise, run, type DemoExercise } from "./exercise";

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

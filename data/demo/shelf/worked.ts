import { bar, exercise, leaveOut, run, type DemoExercise } from "./exercise";

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

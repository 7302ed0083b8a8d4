import type { NextReason, NotNow } from "@/core/climb/choose";
import type { Eye } from "@/core/eye/eye";
import type { Finding } from "@/core/run/findings";
import type { RunReport, RunSize } from "@/core/run/likeness";
import { agreementInWords, gaugeInWords } from "./agreement";
import { classInWords, hoursInWords } from "./classes";
import {
  chanceInWords,
  nextReasonInWords,
  notNowInWords,
  piecesToGoInWords,
  towardsInWords,
} from "./climb";
import { countOf } from "./count";
import { deviceNoteInWords, temperatureInWords, weightInWords } from "./devices";
import { errorInWords, eyeInWords } from "./eye";
import { practiceInWords } from "./practice";
import { choicesInWords, earlyEndsInWords, trackRecordInWords } from "./trackRecord";
import { measuredInWords, oneIn } from "./verdict";
import {
  alikeInWords,
  besidesInWords,
  findingInWords,
  foundInWords,
  placesOf,
  provesInWords,
} from "./run";

const named = { techniqueOf: (id: string) => ({ taper: "Square taper", punch: "Punching" })[id]! };

test("one is one, and none are several", () => {
  expect([0, 1, 2].map((count) => countOf(count, "piece"))).toEqual([
    "0 pieces",
    "1 piece",
    "2 pieces",
  ]);
  expect([1, 3].map((count) => countOf(count, "entry is", "entries are"))).toEqual([
    "1 entry is",
    "3 entries are",
  ]);
});

test.each([
  [0.0072, "one in 130"],
  [0.01, "one in 100"],
  [0.5, "one in 2"],
  [0.000215, "one in 4,600"],
  [0, "one in 10,000"],
])("a chance of %d is %s", (chance, words) => {
  expect(oneIn(chance)).toBe(words);
});

test("how much was measured is said only where it wasn't all", () => {
  expect([measuredInWords(5, 14), measuredInWords(14, 14)]).toEqual(["5 of 14 measured", null]);
});

test.each([
  [0, 0, 0, /^No inspection has ended early so far. None was drawn/],
  [1, 9, 0, /^1 inspection ended early .* Of 9 drawn .*: too few to say/],
  [7, 10, 0, /^7 inspections ended early and left 12 of 30 readings out\. Of 10 .* at most 26 in/],
  [7, 60, 2, /Of 60 drawn and measured whole 2 came out otherwise: at most 11 in a hundred/],
])("%d ended early, of %d drawn %d came out otherwise", (ended, drawn, otherwise, words) => {
  const record = { ended, unread: 12, asked: 30, drawn, otherwise };
  expect(earlyEndsInWords(record)).toMatch(words);
});

describe("why a piece is next", () => {
  test("what became of what was set is counted by how it came first, from ten on", () => {
    const none = { made: 0, kept: 0 };
    const record = { first: { made: 6, kept: 5 }, drawn: none, another: none, leftOut: none };
    expect(choicesInWords({ ...record, drawn: { made: 3, kept: 2 } })).toMatch(/too few are made/);
    expect(choicesInWords({ ...record, drawn: { made: 4, kept: 2 } })).toMatch(
      /^First pieces kept, where what was set was the first of the list, 5 of 6; the first by lot, 2 of 4\. Who/,
    );
  });

  test.each<[NextReason, string]>([
    [{ code: "pinned", reason: "for the open day" }, "Pinned: for the open day."],
    [{ code: "run", have: 2, need: 3, step: 3 }, "2 in a row: 1 more like it for “True”."],
    [
      { code: "cause", cause: "punch-leaning", on: 2, of: 5 },
      "Keeps coming back, on 2 of the last 5: punch held leaning. This is its practice.",
    ],
    [{ code: "fading", chance: 0.412 }, "Going stale: about 41 % for a sound one now."],
    [{ code: "opened", by: ["taper"] }, "Ready to open: square taper is fair."],
    [
      { code: "opened", by: ["taper", "punch"] },
      "Ready to open: square taper and punching are fair.",
    ],
    [{ code: "set", made: false }, "It was set and is still to make."],
    [{ code: "step", step: 2 }, "The way to “Fair”."],
    [
      { code: "skips", by: "elsewhere" },
      "Fair nearly everywhere else: they need not make the easier one.",
    ],
    [{ code: "drawn", of: 3 }, "Drawn by lot among 3 that promise about the same."],
    [{ code: "skips", by: "latest" }, "Past the step between by the latest piece."],
  ])("%j", (reason, words) => {
    expect(nextReasonInWords(reason, named)).toBe(words);
  });

  test("a learner is spoken to", () => {
    const pinned = { code: "pinned", reason: "for the open day" } as const;
    expect(nextReasonInWords(pinned, { ...named, own: true })).toBe(
      "Your instructor wants it next: for the open day.",
    );
    expect(nextReasonInWords({ code: "start-again" }, { ...named, own: true })).toMatch(
      /^Your last/,
    );
    expect(nextReasonInWords({ code: "another-heat" }, named)).toMatch(/^The last/);
  });

  test.each([
    [0.049, "hardly any"],
    [0.051, "about 1 in 10"],
    [0.149, "about 1 in 10"],
    [0.151, "about 2 in 10"],
    [0.949, "about 9 in 10"],
    [0.951, "nearly all"],
  ])("a chance of %d is said in tens: %s", (chance, many) => {
    expect(chanceInWords(chance)).toBe(`${many} of their next ones would be kept at once`);
    expect(chanceInWords(null)).toBeNull();
  });

  test.each<[NotNow, string]>([
    [{ code: "before", missing: ["taper", "punch"] }, "after square taper and punching"],
    [{ code: "skipped", reason: "a sore wrist" }, "put off: a sore wrist"],
    [{ code: "minutes", needs: 20, left: 9 }, "takes 20 min, 9 are left"],
    [{ code: "stock", stock: "12 mm square" }, "no 12 mm square in hand"],
    [{ code: "no-welding" }, "no welding hearth"],
    [{ code: "behind", step: 2 }, "passed"],
    [{ code: "proves-no-more", provesTo: 2 }, "proves no more than Fair"],
  ])("and why not: %j", (why, words) => {
    expect(notNowInWords(why, named)).toBe(words);
  });

  test.each([
    [{ have: 0, need: 3, step: 3 }, "none in a row yet, three to go"],
    [{ have: 1, need: 3, step: 3 }, "one so far, two to go"],
    [{ have: 2, need: 3, step: 3 }, "two in a row, one to go"],
    [{ have: 0, need: 1, step: 2 }, "one good piece to go"],
    [{ have: 0, need: 1, step: 5 }, "one made cold, and shown"],
    [
      { have: 0, need: 1, step: 5, notBefore: Date.UTC(2026, 11, 1) },
      "one made cold, from Tue 1 Dec",
    ],
  ])("towards the next step: %j", (towards, words) => {
    expect(towardsInWords({ notBefore: null, exerciseId: null, ...towards } as never)).toBe(words);
  });

  test("pieces to go: a stretch, one piece, none to be said, and for a run of ten at the least", () => {
    const toGo = { likely: 4, low: 2, high: 9, holds: 0.8 };
    expect(piecesToGoInWords(toGo, 3)).toBe(
      "about 4 more pieces; between 2 and 9, about eight times out of ten",
    );
    expect(piecesToGoInWords({ ...toGo, likely: 1 }, 3)).toMatch(/^about 1 more piece;/);
    expect(piecesToGoInWords(toGo, 4)).toMatch(/^at the least 2 more pieces; .*match one another/);
    expect(piecesToGoInWords(null, 4)).toMatch(/^too few pieces to say/);
    expect(piecesToGoInWords("beyond", 3)).toMatch(/^more than thirty at this rate/);
    expect(piecesToGoInWords({ likely: 1, low: 1, high: 1, holds: 0.92 }, 3)).toBe(
      "about 1 more piece; just 1, about nine times out of ten",
    );
    for (const [holds, words] of [
      [0.749, /about seven times/],
      [0.75, /about eight times/],
      [0.849, /about eight times/],
      [0.85, /about nine times/],
      [0.949, /about nine times/],
      [0.95, /nearly always/],
    ] as const)
      expect(piecesToGoInWords({ ...toGo, holds }, 3)).toMatch(words);
  });
});

describe("what devices send", () => {
  test.each([
    [298, 298, "as it should be"],
    [286, 298, "4 % lighter, gone to scale"],
    [320, 298, "7 % heavier, not all of it is drawn"],
  ])("%d g where %d are reckoned", (grams, reckoned, words) => {
    expect(weightInWords(grams, reckoned)).toContain(words);
  });

  test("a temperature has the colour of the trade's table", () => {
    expect(temperatureInWords(860.4)).toMatch(/^860 °C, bright cherry\. /);
    expect(deviceNoteInWords({ id: "n", kind: "temperature", value: 860.4 })).toBe(
      "860 °C, bright cherry",
    );
    expect(deviceNoteInWords({ id: "n", kind: "weight", value: 285.6 })).toBe("286 g on the scale");
  });
});

describe("the eye", () => {
  const eye: Eye = {
    ...{ calls: 12, bias: Math.log(1.08), spread: Math.log(1.05) },
    ...({ leans: "large", smallOnes: null, score: null } as const),
  };
  test("says which way it leans, what it makes of small things, and whether it beats the drawing", () => {
    expect(eyeInWords(eye)).toBe("12 calls: says 8 % too large, and spreads by 5 %.");
    expect(eyeInWords({ ...eye, leans: null })).toMatch(/leans neither way/);
    expect(eyeInWords({ ...eye, smallOnes: "large" })).toMatch(/small things too large/);
    expect(eyeInWords({ ...eye, score: 0.4 })).toMatch(/40 % of its squared error goes/);
    expect(eyeInWords({ ...eye, score: 0 })).toMatch(/would have been as near/);
    expect(eyeInWords({ ...eye, calls: 1, spread: null })).toBe("1 call: 8 % over.");
    expect([0.004, Math.log(0.88)].map(errorInWords)).toEqual(["just right", "12 % under"]);
  });
});

describe("a run", () => {
  const report = (good: number, of: number, more: Partial<RunReport> = {}) =>
    ({
      good,
      pieces: Array.from({ length: of }),
      passRateLower: 0.7411,
      toProveNineInTen: 19,
      besides: [],
      ...more,
    }) as unknown as RunReport;

  test.each([
    [report(0, 0), "Nothing counts yet"],
    [report(0, 4), "None of 4 is good yet"],
    [report(1, 1, { passRateLower: 0.05 }), "1 of 1 shows almost nothing."],
    // Clopper and Pearson's bound for ten of ten is 74.11 %: said rounded down.
    [report(10, 10), "at least 74 % of such pieces"],
    [report(10, 10), "19 more good ones"],
    [report(29, 29, { passRateLower: 0.902, toProveNineInTen: 0 }), "That is nine in ten, proved."],
  ])("%# proves: %s", (given, words) => {
    expect(provesInWords(given)).toContain(words);
  });

  test("what is beside it", () => {
    const besides = [
      { tag: "K1-3", kind: "practice" },
      { tag: "K1-4", kind: "guided" },
    ] as RunReport["besides"];
    expect(besidesInWords(report(3, 3, { besides }))).toBe(
      "K1-3 (practice), K1-4 (guided) neither count nor break it.",
    );
    expect(besidesInWords(report(3, 3, { besides: besides.slice(0, 1) }))).toBe(
      "K1-3 (practice) neither counts nor breaks it.",
    );
    expect(besidesInWords(report(3, 3))).toBeNull();
  });

  const size = (apart: number) =>
    ({ apart, mayLieApart: 1.8, characteristic: { unit: "mm" } }) as unknown as RunSize;
  test("alike up to the width allowed, and no farther", () => {
    expect(alikeInWords(size(1.8), "mm")).toContain(": alike");
    expect(alikeInWords(size(1.9), "mm")).toContain("not alike");
  });

  const tags = ["K1-1", "K1-2", "K1-3"];
  test.each<[Finding, string, number[]]>([
    [{ code: "drift", perPiece: -0.2 }, "It drifts down, by about 0.2 mm a piece.", []],
    [{ code: "drift", perPiece: 0.2 }, "It drifts up, by about 0.2 mm a piece.", []],
    [{ code: "one-out", at: 1 }, "K1-2 lies apart from all the others.", [1]],
    [{ code: "in-turn" }, "Larger and smaller by turns.", []],
    [
      { code: "two-kinds", at: [0, 2] },
      "They fall in two kinds: K1-1, K1-3 lie apart from the rest, together.",
      [0, 2],
    ],
  ])("what stands out: %j", (finding, words, places) => {
    expect(findingInWords(finding, tags, size(1), "mm")).toBe(words);
    expect(placesOf(finding)).toEqual(places);
  });

  test("of a run as a whole: what is sure apart from what is worth a look, or that nothing is", () => {
    const run = (found: (boolean | null)[], pieces = 5, hiddenBy: number | null = null) =>
      foundInWords({
        sizes: found.map((isSure) => ({ found: isSure === null ? null : { isSure }, hiddenBy })),
        pieces: Array.from({ length: pieces }),
      } as unknown as RunReport);
    expect(run([null, null])).toMatch(/^Nothing stands out/);
    expect(run([true, null, false])).toBe("1 size not as steady work has it, 1 size worth a look");
    expect(run([null], 4)).toMatch(/from 5 pieces on/);
    expect(run([null], 5, 0.5)).toMatch(/^The pieces differ by less/);
  });
});

describe("how often what was said came so", () => {
  const record = { of: 40, expected: 32, came: 30, within: 5 };
  test.each([
    [{ ...record, of: 9 }, /^9 known so far .*too few/],
    [
      record,
      /^In this school 30 of 40 came so; 32 were to be expected, within 5 by chance: as stated\.$/,
    ],
    [{ ...record, came: 27 }, /as stated/],
    [{ ...record, came: 26 }, /fewer than stated/],
    [{ ...record, came: 37 }, /as stated/],
    [{ ...record, came: 38 }, /more than stated/],
  ])("%j", (own, words) => {
    expect(trackRecordInWords(own)).toMatch(words);
  });
});

test.each([
  [{ probability: 0.9, falls: 1 }, "Errors get smaller, 90 in 100: "],
  [{ probability: 0.9, falls: 0 }, "Errors get larger, 90 in 100: "],
  [{ probability: 0.9, falls: 0.95 }, "Whether errors get smaller can’t be told yet: "],
  [{ probability: 0.2, falls: 1 }, "Practice changes nothing so far, 80 in 100: "],
  [{ probability: 0, falls: 1 }, "Practice changes nothing so far, 99 in 100: "],
])("what practice did, %j, with its odds and the errors at first and of late", (power, words) => {
  const models = [
    { model: "power", ...power },
    { model: "level", probability: 1 - power.probability, falls: 0 },
  ];
  const halves = { first: 1.1, latest: 0.604 };
  expect(practiceInWords({ models, halves, pieces: 7 } as never)).toBe(
    `${words}the first 3 were off by 110 % (median), the latest 3 by 60 %.`,
  );
});

describe("how inspectors agree", () => {
  const gauge = (low: number, high: number, total = 1) =>
    gaugeInWords({ gaugeShare: 0.2, shareWithin: { low, high }, total });

  test.each([
    [
      0.02,
      0.1,
      /^Who measures hardly counts\. Of what is seen 20 % .* \(2 to 10 % at 95 %\); 14 to 70 sizes/,
    ],
    [0.11, 0.3, /^Good enough for most .* 4 to 12 sizes can be told apart\.$/],
    [0.31, 0.9, /^Who measures counts for too much/],
    [0.09, 0.11, /between “who measures hardly counts” and “good enough/],
    [
      0.15,
      0.85,
      /^Too few inspectors or pieces to say: between “good enough.*” and “who measures counts for/,
    ],
    [0.6, 0.65, /; 1 size can be told apart\.$/],
    [0, 0.3, /; 4 sizes and more can be told apart\.$/],
  ])("a gauge's share from %d to %d", (low, high, words) => {
    expect(gauge(low, high)).toMatch(words);
  });

  test.each([
    [
      0.81,
      0.95,
      /^A and B agree very well: weighted kappa 0\.70 \(0\.81 to 0\.95 at 95 %\) over 24 pieces \(81 % agreement\)\.$/,
    ],
    [0.61, 0.8, /agree well:/],
    [0.41, 0.6, /agree moderately:/],
    [-0.2, 0.4, /agree poorly: look at the reference pictures together: .* \(−0\.20 to 0\.40/],
    [0.36, 0.75, /agree between poorly and well:/],
    [0.8, 0.81, /agree between well and very well:/],
  ])("kappa from %d to %d", (low, high, words) => {
    const agreement = { pieces: 24, seen: 0.81, byChance: 0.5, kappa: 0.7, within: { low, high } };
    expect(agreementInWords("A", "B", agreement)).toMatch(words);
  });

  test("what tells nothing says so", () => {
    expect(gauge(0, 0, 0)).toBe("Every value is the same: that tells nothing.");
    const same = { pieces: 4, seen: 1, byChance: 1, kappa: null, within: null };
    expect(agreementInWords("A", "B", same)).toMatch(/one same grade/);
  });
});

test("when a class is, and how long", () => {
  expect(classInWords({ day: "2026-12-01", begins: "18:30" })).toBe("Tue 1 Dec, 18:30");
  expect([15, 60, 150].map(hoursInWords)).toEqual(["15 min", "1 h", "2 h 30 min"]);
});

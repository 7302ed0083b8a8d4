import fc from "fast-check";
import type { AdviceLine } from "../advice/advice";
import { DEFECT_KINDS, defectKind } from "../trade/defects";
import type { Characteristic } from "../measure/characteristic";
import type { Judgement } from "../measure/judge";
import type { Verdict } from "../verdict/verdict";
import { CAUSES, CAUSE_CODES } from "./causes";
import { likelyCauses, type CauseSaid } from "./likely";
import { DEVIATION_SIGNS, signsOf, type Sign } from "./signs";

const SIGNS: Sign[] = [
  ...(Object.keys(DEVIATION_SIGNS) as Sign[]),
  ...DEFECT_KINDS.map(({ code }): Sign => `defect:${code}`),
];
const top = (...signs: Sign[]) => likelyCauses(signs)[0]?.code;

describe("the table of causes", () => {
  test("names only defects of the catalogue, with weights from a half to three", () => {
    for (const code of CAUSE_CODES) {
      const { defects, deviations, drill, from } = CAUSES[code];
      expect(Object.keys(defects).filter((defect) => !defectKind(defect))).toEqual([]);
      for (const weight of [...Object.values(defects), ...Object.values(deviations)]) {
        expect(weight).toBeGreaterThanOrEqual(0.5);
        expect(weight).toBeLessThanOrEqual(3);
      }
      expect(drill).toMatch(/\.$/);
      expect(from.length).toBeGreaterThan(10);
    }
  });

  // The usual causes of the trade's defects; common practice, no source.
  test.each([
    [["diamond"], "turning-off"],
    [["defect:hammer-marks"], "face-tilted"],
    [["defect:fish-mouth", "heavy-all-over", "heats-over"], "light-blows"],
    [["defect:burnt", "tip-light"], "overheated"],
    [["pitch-growing"], "uneven-heat"],
    [["defect:dog-leg"], "uneven-heat"],
    [["defect:off-centre-hole", "walls-unequal"], "punch-off-mark"],
    [["defect:crooked-hole"], "punch-leaning"],
    [["defect:suck-in"], "face-not-dressed"],
    [["defect:failed-weld"], "weld-prepared-badly"],
    [["defect:weld-neck"], "not-upset-first"],
    [["defect:thin-spot", "light-inside"], "hit-finished"],
    [["defect:not-matching"], "no-gauge"],
    [["defect:too-little-metal", "short-on-size"], "stock-short"],
    [["defect:scale-pitting"], "scale-left"],
    [["bowed", "defect:bowed"], "not-trued"],
  ] as [Sign[], string][])("%j points first to %s", (signs, cause) => {
    expect(top(...signs)).toBe(cause);
  });
});

test("every defect of the catalogue has a cause that is named for it", () => {
  const nameless = DEFECT_KINDS.filter(({ code }) => likelyCauses([`defect:${code}`]).length === 0);
  expect(nameless.map(({ code }) => code)).toEqual([]);
});

test.each<[Sign, Sign]>([
  ["diamond", "defect:diamond"],
  ["bowed", "defect:bowed"],
  ["walls-unequal", "defect:off-centre-hole"],
  ["legs-unequal", "defect:legs-unequal"],
])("one fact measured and noted counts once: %s, %s", (measured, noted) => {
  const likelihood = (...signs: Sign[]) => likelyCauses(signs)[0]!.likelihood;
  expect(likelihood(measured, noted)).toBeCloseTo(
    Math.max(likelihood(measured), likelihood(noted)),
    12,
  );
});

/**
 * The table read the other way: what each sign speaks for, and how strongly (common practice,
 * no source; the weights are ours).
 */
const SPEAKS_FOR: Partial<Record<Sign, string>> = {
  "angle-off": "no-gauge 1.5, uneven-heat 0.5",
  bowed: "not-trued 2",
  diamond: "turning-off 2.5, face-tilted 1",
  "heats-over": "light-blows 1.5, too-cold 0.5",
  "heavy-all-over": "stopped-early 2, light-blows 1.5, too-cold 1",
  "legs-unequal": "marks-off 2, no-gauge 1",
  "light-inside": "hit-finished 2",
  "not-round": "no-gauge 1",
  "off-template": "no-gauge 1.5, too-cold 1, uneven-heat 1",
  "one-plane": "turning-off 1.5, stopped-early 0.5",
  "pitch-growing": "uneven-heat 2.5",
  "pitch-uneven": "uneven-heat 2",
  "place-off": "marks-off 2, punch-off-mark 1.5",
  "short-on-size": "stock-short 2.5",
  "sides-uneven": "face-tilted 1, hit-finished 1, turning-off 1",
  "tip-heavy": "stopped-early 1.5",
  "tip-light": "hit-finished 1.5, overheated 1",
  "walls-unequal": "punch-off-mark 2, punch-leaning 0.5",
  "walls-unequal-far": "punch-leaning 2.5",
  "defect:bowed": "not-trued 2",
  "defect:bowed-twist": "not-trued 1.5, uneven-heat 1",
  "defect:bulge": "face-not-dressed 1.5, punch-leaning 0.5",
  "upset-small": "not-upset-first 2.5",
  "not-carried": "not-carried-back 2.5",
  "tip-lost": "overheated 2.5",
  "fit-tight": "not-tried-dry 2.5",
  "defect:cut-through": "cut-too-hard 3",
  "defect:slug-in": "blow-too-far 3",
  "defect:leg-slipped": "grip-short 3",
  "defect:stamp-doubled": "stamp-unchecked 3",
  "defect:rivet-fit": "not-tried-dry 2.5",
  "defect:bundle-fell": "no-core 3",
  "defect:assembly-fit": "not-tried-dry 3",
  "defect:ground": "fault-hidden 3",
  "defect:burnt": "overheated 3",
  "defect:coarse-grain": "overheated 3",
  "defect:cold-shut": "corners-left 2",
  "defect:crack": "too-cold 2.5",
  "defect:crooked-hole": "punch-leaning 3",
  "defect:diamond": "turning-off 2.5, face-tilted 1",
  "defect:dog-leg": "uneven-heat 2.5",
  "defect:failed-weld": "weld-prepared-badly 3, scale-left 0.5",
  "defect:fish-mouth": "light-blows 2, corners-left 1.5, too-cold 1.5",
  "defect:flats": "rounded-early 1.5, too-cold 1.5",
  "defect:former-crushed": "tip-hot 3, too-cold 0.5",
  "defect:hammer-marks": "face-tilted 2.5, hit-finished 0.5",
  "defect:kink": "too-cold 1.5, uneven-heat 0.5",
  "defect:legs-unequal": "marks-off 2, no-gauge 1",
  "defect:not-matching": "no-gauge 3",
  "defect:off-centre-hole": "punch-off-mark 3, marks-off 1",
  "defect:out-of-plane": "not-trued 2",
  "defect:scale-pitting": "scale-left 2.5, overheated 1",
  "defect:shoulder-rounded": "too-cold 1.5",
  "defect:spiral": "turning-off 2, rounded-early 1.5, face-tilted 1",
  "defect:spring-back": "too-cold 1.5",
  "defect:suck-in": "face-not-dressed 3",
  "defect:thin-spot": "hit-finished 2.5",
  "defect:too-little-metal": "stock-short 3, marks-off 1",
  "defect:uneven-twist": "uneven-heat 2.5",
  "defect:upset-lost": "not-upset-first 2, not-trued 0.5",
  "defect:weld-neck": "not-upset-first 2.5",
};

test.each(SIGNS)("%s speaks for the causes the trade gives it, and for no other", (sign) => {
  const weights = CAUSE_CODES.flatMap((code) => {
    const { deviations, defects } = CAUSES[code];
    const ofSign: Partial<Record<string, number>> = { ...deviations, ...prefixed(defects) };
    const weight = ofSign[sign];
    return weight === undefined ? [] : [{ code, weight }];
  });
  const words = weights
    .sort((a, b) => b.weight - a.weight || (a.code < b.code ? -1 : 1))
    .map(({ code, weight }) => `${code} ${weight}`);
  expect(words.join(", ")).toBe(SPEAKS_FOR[sign] ?? "");
});

const prefixed = (defects: Record<string, number>): Partial<Record<string, number>> =>
  Object.fromEntries(Object.entries(defects).map(([code, weight]) => [`defect:${code}`, weight]));

describe("the likeliest causes", () => {
  const likelihood = (logit: number) => 1 / (1 + Math.exp(-logit));
  const named = (...args: Parameters<typeof likelyCauses>) =>
    likelyCauses(...args).map(({ code, likelihood: found }) => [code, found]);

  test("are as likely as the prior of one in nine and the weights of their signs say", () => {
    expect(named(["diamond"])).toEqual([["turning-off", likelihood(-2 + 2.5)]]);
    expect(named(["diamond", "one-plane"])).toEqual([["turning-off", likelihood(-2 + 4)]]);
  });

  test("are not named below three in ten", () => {
    // A weight of 1.5 alone is 0.38, one of 1 only 0.27.
    expect(named(["tip-heavy"])).toEqual([["stopped-early", likelihood(-0.5)]]);
    expect(named(["not-round"])).toEqual([]);
    expect(likelihood(-1)).toBeLessThan(0.3);
  });

  test("are shown by their own signs alone, the strongest first", () => {
    const [first] = likelyCauses(["one-plane", "bowed", "defect:spiral", "diamond"]);
    expect(first).toMatchObject({
      code: "turning-off",
      shownBy: ["diamond", "defect:spiral", "one-plane"],
      alsoOn: [],
      said: null,
    });
    const [even] = likelyCauses(["defect:coarse-grain", "defect:burnt"]);
    expect(even!.shownBy).toEqual(["defect:burnt", "defect:coarse-grain"]);
  });

  test("equally likely are in one order whatever was noted first", () => {
    const codes = (signs: Sign[]) => likelyCauses(signs).map(({ code }) => code);
    const [a, b]: Sign[] = ["defect:suck-in", "defect:crooked-hole"];
    expect(codes([a!, b!])).toEqual(["face-not-dressed", "punch-leaning"]);
    expect(codes([b!, a!])).toEqual(["face-not-dressed", "punch-leaning"]);
  });

  test("earlier pieces fade, are named, and count at most half of what this one shows", () => {
    const before = (...signs: Sign[][]) =>
      likelyCauses(
        ["tip-heavy"],
        signs.map((of, at) => ({ tag: `K1-${at}`, signs: of })),
      )[0]!;
    const one = before([], ["one-plane"], []);
    expect(one.alsoOn).toEqual(["K1-1"]);
    expect(one.likelihood).toBeCloseTo(likelihood(-2 + 1.5 + 0.5 * 0.6 ** 2 * 0.5), 12);
    const many = before(["tip-heavy", "heavy-all-over"], ["tip-heavy"], ["tip-heavy"]);
    expect(many.alsoOn).toEqual(["K1-0", "K1-1", "K1-2"]);
    expect(many.likelihood).toBeCloseTo(likelihood(-2 + 1.5 + 1.5 * 0.5), 12);
  });

  test("what was said of another cause changes nothing; of this one before, 0.8 either way", () => {
    const said = (cause: CauseSaid["cause"], holds: boolean) =>
      named(["diamond"], [], [{ cause, holds, ofThisPiece: false }]);
    expect(said("too-cold", true)).toEqual(named(["diamond"]));
    expect(said("turning-off", true)).toEqual([["turning-off", likelihood(0.5 + 0.8)]]);
    // A word of this piece is no word of before; and it may name what no sign shows.
    expect(
      likelyCauses(["diamond"], [], [{ cause: "too-cold", holds: true, ofThisPiece: true }]),
    ).toMatchObject([{ code: "too-cold", likelihood: 1, shownBy: [], said: true }, {}]);
  });

  const anySigns = fc.subarray(SIGNS);

  test("are at most three, likeliest first, and named only on this piece's own evidence", () => {
    fc.assert(
      fc.property(anySigns, anySigns, (signs, before) => {
        const causes = likelyCauses(signs, [{ tag: "K1-1", signs: before }]);
        expect(causes.length).toBeLessThanOrEqual(3);
        causes.forEach(({ likelihood, shownBy }, index) => {
          expect(likelihood).toBeLessThanOrEqual(causes[index - 1]?.likelihood ?? 1);
          expect(shownBy.length).toBeGreaterThan(0);
          for (const sign of shownBy) expect(signs).toContain(sign);
        });
      }),
    );
  });

  test("grow likelier when earlier pieces showed the same, and the latest counts most", () => {
    const likelihood = (...earlier: Sign[][]) =>
      likelyCauses(
        ["diamond"],
        earlier.map((signs, index) => ({ tag: `K1-${index}`, signs })),
      ).find(({ code }) => code === "turning-off")!.likelihood;
    expect(likelihood(["diamond"])).toBeGreaterThan(likelihood());
    expect(likelihood(["diamond"], [])).toBeGreaterThan(likelihood([], ["diamond"]));
  });

  test("follow the instructor: confirmed stands first, ruled out is gone, said before counts", () => {
    const signs: Sign[] = ["diamond", "one-plane"];
    const said = (holds: boolean, ofThisPiece: boolean) =>
      likelyCauses(signs, [], [{ cause: "turning-off", holds, ofThisPiece }]);
    expect(said(true, true)[0]).toMatchObject({ code: "turning-off", said: true, likelihood: 1 });
    expect(said(false, true).map(({ code }) => code)).not.toContain("turning-off");
    const plain = likelyCauses(signs)[0]!.likelihood;
    expect(said(true, false)[0]!.likelihood).toBeGreaterThan(plain);
    expect(said(false, false)[0]!.likelihood).toBeLessThan(plain);
  });
});

describe("signs of a piece", () => {
  const line = (
    id: string,
    measure: Characteristic["measure"],
    state: Judgement["state"],
    values: number[] = [],
  ) => ({
    characteristic: {
      ...{ id, measure, stretch: id.split(".")[0], atMm: 0 },
      ...(id.includes(".tip") ? { place: "tip" } : {}),
    } as Characteristic,
    judgement: { characteristicId: id, state, values } as unknown as Judgement,
  });
  const signs = (...lines: ReturnType<typeof line>[]) =>
    signsOf({
      characteristics: lines.map(({ characteristic }) => characteristic),
      verdict: { judgements: lines.map(({ judgement }) => judgement), reasons: [] },
    });

  test.each([
    [[29, 33, 38], "pitch-growing"],
    [[38, 33, 29], "pitch-growing"],
    [[29, 38, 33], "pitch-uneven"],
    [[29, 38], "pitch-uneven"],
  ])("pitches %j: %s", (values, sign) => {
    expect(signs(line("twist.pitch", "pitch", "heavy", values))).toEqual([sign]);
  });

  test("walls unequal on the far face only: the punch leant; on both: it started off its mark", () => {
    const walls = (near: Judgement["state"], far: Judgement["state"]) => {
      const shown = signs(
        line("hole.walls", "walls", near),
        line("hole.walls-far", "walls-far", far),
      );
      return [shown, likelyCauses(shown)[0]?.code];
    };
    expect(walls("on-size", "heavy")).toEqual([["walls-unequal-far"], "punch-leaning"]);
    expect(walls("heavy", "heavy")).toEqual([["walls-unequal"], "punch-off-mark"]);
    expect(walls("on-size", "on-size")).toEqual([[], undefined]);
  });

  test("one plane heavy, the tip heavy, heavy nearly everywhere: told apart", () => {
    const at = (tip: string, turned: string, body: string) =>
      signs(
        line("taper.tip-flat", "thickness", tip as Judgement["state"]),
        line("taper.tip-turned", "thickness", turned as Judgement["state"]),
        line("body.middle-flat", "thickness", body as Judgement["state"]),
        line("body.middle-turned", "thickness", body as Judgement["state"]),
      );
    expect(at("heavy", "on-size", "on-size").sort()).toEqual(["one-plane", "tip-heavy"]);
    expect(at("heavy", "heavy", "on-size")).toEqual(["tip-heavy"]);
    expect(at("heavy", "heavy", "heavy")).toEqual(["heavy-all-over"]);
    expect(at("light", "light", "on-size")).toEqual(["tip-light"]);
    expect(at("on-size", "on-size", "light")).toEqual(["light-inside"]);
  });

  test("short is a want of bar only where nothing is left to thin", () => {
    const short = line("taper.length", "length", "heavy");
    expect(signs(short, line("taper.tip-flat", "thickness", "on-size"))).toEqual(["short-on-size"]);
    expect(signs(short, line("taper.tip-flat", "thickness", "heavy"))).toEqual(["tip-heavy"]);
  });

  describe("what the advice explains", () => {
    const place = line("hole.place", "position", "light");
    const thick = line("taper.middle-flat", "thickness", "heavy");
    const short = line("taper.length", "length", "heavy");
    const thin = line("head.flat", "thickness", "light");
    const shown = (advice: Partial<AdviceLine>[], ...lines: (typeof place)[]) =>
      signsOf({
        characteristics: lines.map(({ characteristic }) => characteristic),
        verdict: {
          judgements: lines.map(({ judgement }) => judgement),
          reasons: [],
          advice: advice as AdviceLine[],
        },
      });
    const changing = (...ids: string[]) => [
      { changes: ids.map((id) => ({ id })) as AdviceLine["changes"] },
    ];

    test.each<[string, Partial<AdviceLine>[], (typeof place)[], boolean]>([
      ["with no advice", [], [place, thick], true],
      [
        "drawn to its place, thick",
        changing("hole.place", "taper.middle-flat"),
        [place, thick],
        false,
      ],
      ["drawn to its place, short", changing("hole.place", "taper.length"), [place, short], false],
      ["upset to its place, thin", changing("hole.place", "head.flat"), [place, thin], false],
      ["moved with nothing else off", changing("hole.place"), [place, thick], true],
      ["while another is drawn", changing("taper.middle-flat"), [place, thick], true],
    ])("a hole out of its place, %s: marked wrong?", (_, advice, lines, isMarked) => {
      expect(shown(advice, ...lines).includes("place-off")).toBe(isMarked);
    });

    test("what is upset further isn't light from blows where it was to size", () => {
      const upset = (on: string) => [
        { on: [on], saying: { code: "upset", verb: "upset" } as never },
      ];
      expect(shown(upset("head"), thin)).toEqual(["upset-small"]);
      expect(shown(upset("foot"), thin)).toEqual(["light-inside", "upset-small"]);
    });
  });

  test("two lengths that differ are no want of bar", () => {
    const match = line("taper.alike", "length", "heavy");
    const characteristic = { ...match.characteristic, kind: "match" } as const;
    const onSize = line("taper.tip-flat", "thickness", "on-size");
    expect(signs({ ...match, characteristic }, onSize)).not.toContain("short-on-size");
  });

  test.each([
    ["half of what it may be thicker", 0.5, ["short-on-size"]],
    ["more than half", 0.51, []],
    ["more than half thinner", -0.9, ["short-on-size"]],
  ])("short, and %s, though on size", (_, share, expected) => {
    const short = line("taper.length", "length", "heavy");
    const thick = line("taper.middle-flat", "thickness", "on-size");
    const read = { nominal: 12, value: 12 + share, deviation: Math.abs(share) };
    const judgement = { ...thick.judgement, ...read };
    expect(signs(short, { ...thick, judgement })).toEqual(expected);
  });

  const sizes = (...states: Judgement["state"][]) =>
    states.map((state, at) => {
      const one = line(`s${at}.middle-flat`, "thickness", state);
      return { ...one, characteristic: { ...one.characteristic, atMm: 10 * at } };
    });

  test("three fifths of three sizes or more is nearly everywhere", () => {
    expect(signs(...sizes("heavy", "heavy", "heavy", "on-size", "on-size"))).toContain(
      "heavy-all-over",
    );
    expect(signs(...sizes("heavy", "heavy", "on-size", "on-size"))).toEqual([]);
    expect(signs(...sizes("heavy", "heavy"))).toEqual([]);
    expect(signs(...sizes("heavy", "heavy", "heavy"))).toEqual(["heavy-all-over"]);
  });

  test("nothing measured shows nothing, and what is no longer in the plan is left out", () => {
    expect(signs()).toEqual([]);
    const { judgement } = line("gone.middle-flat", "thickness", "light");
    expect(
      signsOf({ characteristics: [], verdict: { judgements: [judgement], reasons: [] } }),
    ).toEqual([]);
  });

  test("too close to call shows nothing, light shows what heavy does", () => {
    expect(signs(line("bar.straight", "straightness", "too-close"))).toEqual([]);
    expect(signs(line("corner.angle", "angle", "light"))).toEqual(["angle-off"]);
    expect(signs(line("corner.angle", "angle", "heavy"))).toEqual(["angle-off"]);
  });

  test("level crests are not growing ones", () => {
    expect(signs(line("twist.pitch", "pitch", "heavy", [29, 29, 33]))).toEqual(["pitch-uneven"]);
    expect(signs(line("twist.pitch", "pitch", "heavy", [33, 29, 29]))).toEqual(["pitch-uneven"]);
  });

  test("short on size is said of a stretch's own length and sizes", () => {
    const thin = line("taper.tip-flat", "thickness", "on-size");
    const elsewhere = line("body.middle-flat", "thickness", "heavy");
    const whole = line("piece.length", "length", "heavy");
    whole.characteristic = { ...whole.characteristic, stretch: null };
    expect(signs(line("taper.length", "length", "heavy"), thin, elsewhere)).toContain(
      "short-on-size",
    );
    expect(signs(line("taper.length", "length", "light"), thin)).toEqual([]);
    expect(signs(whole, thin)).toEqual([]);
    expect(signs(line("taper.angle", "angle", "heavy"), thin)).toEqual(["angle-off"]);
  });

  test("one plane is said of two readings at one place of one stretch", () => {
    const [a, b] = [
      line("bar.middle-flat", "thickness", "heavy"),
      line("bar.middle-turned", "thickness", "on-size"),
    ];
    expect(signs(a, b)).toEqual(["one-plane"]);
    expect(signs(a, { ...b, characteristic: { ...b.characteristic, atMm: 40 } })).toEqual([]);
    expect(signs(a, { ...b, characteristic: { ...b.characteristic, stretch: "other" } })).toEqual(
      [],
    );
  });

  test("defects noted and heats over the plan are signs too, once each", () => {
    const reasons = [
      { code: "defect", defect: { kind: "kink" } },
      { code: "defect", defect: { kind: "kink" } },
      { code: "heats-over" },
      { code: "minutes-over" },
    ] as unknown as Verdict["reasons"];
    expect(signsOf({ characteristics: [], verdict: { judgements: [], reasons } })).toEqual([
      "defect:kink",
      "heats-over",
    ]);
  });
});

import fc from "fast-check";
import { DEFECT_KINDS, defectKind } from "../trade/defects";
import type { Characteristic } from "../measure/characteristic";
import type { Judgement } from "../verdict/judge";
import { CAUSES, CAUSE_CODES } from "./causes";
import { likelyCauses } from "./likely";
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

describe("the likeliest causes", () => {
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
});

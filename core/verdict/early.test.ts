import type { Characteristic } from "../measure/characteristic";
import type { MayStop } from "../inspection/enough";
import type { Expected } from "../inspection/expected";
import { PIECE_FORMAT, pieceSchema } from "../piece/piece";
import { planPiece } from "../piece/plan";
import { STEP_GRADES, type Step } from "../trade/steps";
import { earlyEndOf } from "./earlyEnd";
import { judgePiece } from "./judgePiece";
import { DEFAULT_MARKS_RULE } from "./marks";
import type { Asked, PieceRecord } from "./record";
import { canBeDecided, canBeSigned, type Rules } from "./verdict";

const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };
const piece = pieceSchema.parse({
  format: PIECE_FORMAT,
  name: "Bar with its ends",
  stock: { section: "12 square" },
  stretches: [
    { id: "first", kind: "prism", section: "10 square", length: 60 },
    { id: "middle", kind: "prism", section: "12 square", length: 60 },
    { id: "last", kind: "prism", section: "8 square", length: 60 },
  ],
});
const characteristics = planPiece(piece).characteristics.filter(({ kind }) => kind === "size");
const TRY = "Does it lie flat?";

/** Lines far inside their limits, as the model has it; nothing else is like it. */
const expected: Expected = {
  lines: Object.fromEntries(
    characteristics.map(({ id }) => [
      id,
      { form: "two-sided", mean: 0, sd: 0.15, off: 0, beyond: { heavy: 1, light: 1 } },
    ]),
  ),
  ...{ slip: 1e-4, common: 0.1, careSd: 0.2, own: [] },
};

const asked = (mayStop?: MayStop, more: Partial<Asked> = {}): Asked => ({
  ...{ piece, characteristics, step: 2, heatBudget: 4, minuteBudget: 20 },
  ...{ tries: [TRY], correctionsAllowed: [] },
  ...(mayStop ? { mayStop } : {}),
  ...more,
});

const TRIED = [{ question: TRY, works: true }];

const record = (
  read: number,
  { off = {}, ...more }: Partial<PieceRecord> & { off?: Record<string, number> } = {},
): PieceRecord => ({
  readings: characteristics.slice(0, read).map(({ id, nominal }) => ({
    characteristicId: id,
    values: [off[id] ?? nominal],
    instrumentUncertainty: 0.05,
  })),
  ...{ defects: [], heats: 3, minutes: 15, tries: TRIED, corrections: [] },
  ...more,
});

const OPEN = { expected, drawn: false };
const isHole = ({ measure }: Pick<Characteristic, "measure">) => measure === "diameter";
const [first] = characteristics as [(typeof characteristics)[0]];
const ALL = characteristics.length;

describe("an inspection that may end early", () => {
  test("doesn't before two lines are read, and then does; unread is not measured", () => {
    const one = judgePiece(asked(OPEN), record(1), RULES);
    expect([one.outcome, one.enough]).toEqual([null, undefined]);
    const two = judgePiece(asked(OPEN), record(2), RULES);
    expect(two).toMatchObject({ outcome: "keep", complete: false, enough: { drawn: false } });
    expect(two.unmeasured).toHaveLength(ALL - 2);
    expect([canBeSigned(two), canBeDecided(two)]).toEqual([true, true]);
  });

  test("never where nothing says what to expect", () => {
    const verdict = judgePiece(asked(), record(ALL - 1), RULES);
    expect(verdict.outcome).toBeNull();
    expect(canBeSigned(verdict)).toBe(false);
  });

  test("is known to be enough, and can't be signed, before it is tried, or where it was drawn", () => {
    const untried = judgePiece(asked(OPEN), record(3, { tries: [] }), RULES);
    expect(untried).toMatchObject({ outcome: null, enough: { drawn: false } });
    expect([canBeSigned(untried), canBeDecided(untried)]).toEqual([false, false]);
    const drawn = judgePiece(asked({ ...OPEN, drawn: true }), record(3), RULES);
    expect(drawn).toMatchObject({ outcome: null, enough: { drawn: true } });
    expect(canBeSigned(drawn)).toBe(false);
    expect(judgePiece(asked({ ...OPEN, drawn: true }), record(ALL), RULES).outcome).toBe("keep");
  });

  const CLOSER = { ...RULES, grades: { ...STEP_GRADES, 2: 17 } } as const;
  test.each<[string, Step, Rules, Step]>([
    ["of step 1, judged as Fair is", 1, RULES, 2],
    ["of step 1, judged less closely than Fair", 1, CLOSER, 1],
    ["of step 2", 2, RULES, 2],
    ["of step 3", 3, RULES, 2],
  ])(
    "an exercise %s: in part it proves so much, whole it may prove more",
    (_, step, rules, met) => {
      expect(judgePiece(asked(OPEN, { step }), record(3), rules).meetsStep).toBe(met);
      expect(judgePiece(asked(OPEN, { step }), record(ALL), rules).meetsStep).toBe(5);
    },
  );

  test("with a line heavy ends at another heat, where too little metal is unlikely elsewhere", () => {
    const heavy = record(5, { off: { [first.id]: first.nominal + 1.6 } });
    const verdict = judgePiece(asked(OPEN), heavy, RULES);
    expect(verdict.outcome).toBe("another-heat");
    expect(verdict.enough).toMatchObject({ drawn: false });
    expect(canBeSigned(verdict)).toBe(true);
    const risky = { expected: { ...expected, slip: 0.2 }, drawn: false };
    const open = judgePiece(asked(risky), heavy, RULES);
    expect([open.enough, canBeSigned(open)]).toEqual([undefined, false]);
  });

  test("doesn't end by readings that can't be true together, or that a finer instrument decides", () => {
    const near = record(3, { off: { [first.id]: first.nominal + 1.9 } });
    near.readings = near.readings.map((one) => ({ ...one, instrumentUncertainty: 2 }));
    const shop = [{ name: "fine", kind: first.instrument, uncertainty: 0.02 }] as const;
    const verdict = judgePiece(asked(OPEN, { shop }), near, RULES);
    expect(verdict.undecided.length).toBeGreaterThan(0);
    expect([verdict.outcome, verdict.enough]).toEqual([null, undefined]);
  });

  test("graded again it is judged by what was read", () => {
    const again = judgePiece(asked({ settledChance: 0.004 }), record(1), RULES);
    expect(again).toMatchObject({ outcome: "keep", enough: { chance: 0.004 } });
  });
});

describe("how it ended", () => {
  const endOf = (mayStop: MayStop, made: PieceRecord) => {
    const of = { ...asked(), mayStop };
    return earlyEndOf(of, made, { rules: RULES, computed: judgePiece(of, made, RULES) });
  };

  test("early: so many read, what was said is what was found", () => {
    expect(endOf(OPEN, record(4))).toMatchObject({
      ...{ read: 4, of: ALL, said: "keep", found: "keep", drawn: false },
    });
  });

  test("whole of its own accord: nothing is kept of it", () => {
    expect(endOf(OPEN, record(ALL))).toBeNull();
    expect(endOf({ settledChance: 0.01 }, record(ALL))).toBeNull();
  });

  test("drawn: where it would have ended, by the order its readings were taken, and what came", () => {
    const drawn = { ...OPEN, drawn: true };
    expect(endOf(drawn, record(3))).toBeNull();
    expect(endOf(drawn, record(ALL))).toMatchObject({
      ...{ read: 2, of: ALL, said: "keep", found: "keep", drawn: true },
    });
    const last = characteristics.filter(({ measure }) => measure === "thickness").at(-1)!;
    const heavy = endOf(drawn, record(ALL, { off: { [last.id]: last.nominal + 3 } }));
    expect(heavy).toMatchObject({ read: 2, said: "keep", drawn: true });
    expect(heavy!.found).not.toBe("keep");
  });

  test("drawn and lost, it is read no further: that it was to be kept before is counted", () => {
    const holed = pieceSchema.parse({
      ...{ format: PIECE_FORMAT, name: "Holed", stock: { section: "12 square" } },
      stretches: [{ id: "bar", kind: "prism", section: "12 square", length: 160 }],
      features: [{ id: "hole", kind: "hole", at: 80, diameter: 5, method: "drill" }],
    });
    const plan = planPiece(holed).characteristics.filter(({ kind }) => kind === "size");
    const others = plan.filter((one) => !isHole(one));
    const lines = [...others.slice(0, 3), ...plan.filter(isHole), ...others.slice(3)];
    const of: Asked = { ...asked(), piece: holed, characteristics: lines };
    const likely = expected.lines[first.id]!;
    const all = Object.fromEntries(of.characteristics.map(({ id }) => [id, likely]));
    const mayStop = { expected: { ...expected, lines: all }, drawn: true };
    const made: PieceRecord = {
      ...record(0),
      readings: lines.slice(0, 4).map((line) => ({
        characteristicId: line.id,
        values: [isHole(line) ? 3 * line.nominal : line.nominal],
        instrumentUncertainty: 0.05,
      })),
    };
    const computed = judgePiece({ ...of, mayStop }, made, RULES);
    expect(computed.outcome).toBe("start-again");
    expect(computed.unmeasured.length).toBeGreaterThan(0);
    expect(earlyEndOf({ ...of, mayStop }, made, { rules: RULES, computed })).toMatchObject({
      ...{ read: 2, said: "keep", found: "start-again", drawn: true },
    });
  });
});

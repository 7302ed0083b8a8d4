import fc from "fast-check";
import { generated } from "../testing/generated";
import { reach, type Chain, type Reachable } from "./reach";

/** A stretch that may end between two lengths, times between two sections. */
const stretchOf = (
  steel: number,
  [lower, upper]: readonly [number, number],
  [least, most]: readonly [number, number],
): Reachable => ({
  set: [
    [least * lower, lower],
    [most * lower, lower],
    [most * upper, upper],
    [least * upper, upper],
  ],
  steel,
  bestMm: (lower + upper) / 2,
  drawn: [((least + most) / 2) * ((lower + upper) / 2), (lower + upper) / 2],
  isKept: false,
});

const share = fc.double({ min: 0, max: 1, noNaN: true });
/** Not in the very corner, where rounding alone decides. */
const inside = fc.double({ min: 0.02, max: 0.98, noNaN: true });
const span = (low: number, high: number) =>
  fc
    .tuple(fc.double({ min: low, max: high, noNaN: true }), share)
    .map(([from, wide]): [number, number] => [from, from * (1.01 + wide * 0.2)]);
const anyStretch = fc.record({
  length: span(20, 200),
  section: span(0.2, 1),
  /** Where within both it is, for a bar that can be reached. */
  at: fc.tuple(inside, inside),
  /** How much steel it has lost or won, as a share. */
  off: fc.double({ min: -0.15, max: 0.15, noNaN: true }),
});
const anyBar = fc.record({
  stretches: fc.array(anyStretch, { minLength: 1, maxLength: 4 }),
  cut: fc.boolean(),
  whole: fc.double({ min: 0.9, max: 1.1, noNaN: true }),
});
type AnyBar = typeof anyBar extends fc.Arbitrary<infer T> ? T : never;

const mix = ([from, to]: readonly [number, number], t: number) => from + (to - from) * t;

function chainOf({ stretches, cut, whole }: AnyBar): Chain {
  const made = stretches.map(({ length, section, at: [a, b], off }) =>
    stretchOf(mix(length, a) * mix(section, b) * (1 + off), length, section),
  );
  const middle = stretches.reduce((sum, { length }) => sum + mix(length, 0.5), 0) * whole;
  return {
    stretches: made,
    crossings: made.slice(1).map(() => ({ toA: true, toB: false })),
    held: [],
    places: [{ stretch: made.length - 1, share: 1, lower: middle * 0.99, upper: middle * 1.01 }],
    cuts: { A: { min: 0, max: cut ? 30 : 0 }, B: { min: 0, max: 0 } },
  };
}

/** What of a chain's rules some ends break: independent of how they were found. */
function brokenBy(
  chain: Chain,
  ends: readonly { steel: number; lengthMm: number }[],
  cutA: number,
): string[] {
  const broken: string[] = [];
  let crossed = cutA;
  let lengthMm = 0;
  const slack = 1e-4;
  ends.forEach(({ steel, lengthMm: mm }, index) => {
    const [[low], [high, lower], [, upper]] = chain.stretches[index]!.set as [
      [number, number],
      [number, number],
      [number, number],
    ];
    const [least, most] = [low / lower, high / lower];
    if (mm < lower - slack || mm > upper + slack) broken.push(`length ${index}`);
    if (steel < least * mm - slack || steel > most * mm + slack) broken.push(`section ${index}`);
    crossed += steel - chain.stretches[index]!.steel;
    lengthMm += mm;
    if (crossed < -slack) broken.push(`steel carried towards B after ${index}`);
  });
  if (Math.abs(crossed) > slack) broken.push("steel made or lost");
  const { lower, upper } = chain.places[0]!;
  if (lengthMm < lower - slack || lengthMm > upper + slack) broken.push("whole length");
  return broken;
}

test("what is found keeps every limit, and steel is neither made nor lost", () => {
  let found = 0;
  fc.assert(
    fc.property(anyBar, (bar) => {
      const chain = chainOf(bar);
      const reached = reach(chain);
      if (!reached) return;
      found += 1;
      expect(brokenBy(chain, reached.stretches, reached.cutA)).toEqual([]);
      expect(reached.cutA).toBeLessThanOrEqual(chain.cuts.A.max + 1e-4);
    }),
    { numRuns: generated(2000), seed: 3 },
  );
  expect(found).toBeGreaterThan(generated(2000) / 20);
});

test("a bar that can be reached is: its steel is that of ends within their limits", () => {
  fc.assert(
    fc.property(anyBar, ({ stretches, ...rest }) => {
      // Nothing lost or won, and the whole as long as those ends are.
      const even = stretches.map((one) => ({ ...one, off: 0 }));
      const lengthMm = even.reduce((sum, { length, at: [a] }) => sum + mix(length, a), 0);
      const chain = chainOf({ stretches: even, ...rest });
      const places = [{ ...chain.places[0]!, lower: lengthMm - 0.01, upper: lengthMm + 0.01 }];
      expect(reach({ ...chain, places })).not.toBeNull();
    }),
    { numRuns: generated(2000), seed: 4 },
  );
});

test("what can't be reached isn't by any of many ends tried at random", () => {
  let lost = 0;
  fc.assert(
    fc.property(
      anyBar,
      fc.array(fc.array(fc.tuple(share, share), { minLength: 4, maxLength: 4 }), {
        minLength: 60,
        maxLength: 60,
      }),
      (bar, tries) => {
        const chain = chainOf({ ...bar, cut: false });
        if (reach(chain)) return;
        lost += 1;
        for (const some of tries) {
          const ends = bar.stretches.map(({ length, section }, index) => {
            const [a, b] = some[index]!;
            const lengthMm = mix(length, a);
            return { lengthMm, steel: mix(section, b) * lengthMm };
          });
          // The last takes up what the others leave, so that steel is kept.
          const all = chain.stretches.reduce((sum, { steel }) => sum + steel, 0);
          const before = ends.slice(0, -1).reduce((sum, { steel }) => sum + steel, 0);
          ends.at(-1)!.steel = all - before;
          expect(brokenBy(chain, ends, 0)).not.toEqual([]);
        }
      },
    ),
    { numRuns: generated(400), seed: 5 },
  );
  expect(lost).toBeGreaterThan(0);
});

test("a stretch that is kept keeps its steel and its length", () => {
  const kept: Reachable = {
    set: [[50, 60]],
    steel: 50,
    bestMm: 60,
    drawn: [50, 60],
    isKept: true,
  };
  const worked = stretchOf(40, [38, 42], [0.9, 1.1]);
  const chain: Chain = {
    stretches: [worked, kept],
    crossings: [{ toA: true, toB: true }],
    places: [],
    held: [],
    cuts: { A: { min: 0, max: 0 }, B: { min: 0, max: 0 } },
  };
  expect(reach(chain)!.stretches[1]).toEqual({ steel: 50, lengthMm: 60 });
  // Too little steel of its own, and none may come from beside it.
  expect(reach({ ...chain, stretches: [{ ...worked, steel: 30 }, kept] })).toBeNull();
});

// Taken out once: simulations call them millions of times.
const { imul, log, sqrt, floor } = Math;

/** A source of numbers that gives the same ones for the same seed. */
export interface Random {
  /** Uniform in [0, 1). */
  next: () => number;
  /** Standard normal. */
  normal: () => number;
  /** One of the items, each as likely. */
  pick: <T>(items: readonly T[]) => T;
}

/**
 * A seeded generator: mulberry32 (32 bits of state, public domain, widely used
 * for simulations that need no secrecy), normal deviates by the polar method of
 * Marsaglia and Bray (1964).
 *
 * @param seed any number; its lowest 32 bits count
 */
export function seededRandom(seed: number): Random {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
  const normal = (): number => {
    for (;;) {
      const x = 2 * next() - 1;
      const y = 2 * next() - 1;
      const square = x * x + y * y;
      if (square > 0 && square < 1) return x * sqrt((-2 * log(square)) / square);
    }
  };
  return { next, normal, pick: (items) => items[floor(next() * items.length)]! };
}

/**
 * A seed that is an id's own, so that what is made up for it is the same every time.
 *
 * @example seedOfId("01a1f4ed-fd40-7ccb-a161-000000000010") → 16
 */
export const seedOfId = (id: string): number => parseInt(id.replaceAll("-", "").slice(-8), 16);

/**
 * A UUID of version 7 (RFC 9562) from a time and a seeded generator, for data
 * that must come out the same every time.
 *
 * @param ms milliseconds since 1970
 */
export function seededUuidV7(ms: number, random: Random): string {
  const hex = (value: number, digits: number) => value.toString(16).padStart(digits, "0");
  const bits = (count: number) => floor(random.next() * 2 ** count);
  const time = hex(ms, 12);
  return [
    time.slice(0, 8),
    time.slice(8),
    hex(0x7000 + bits(12), 4),
    hex(0x8000 + bits(14), 4),
    hex(bits(24), 6) + hex(bits(24), 6),
  ].join("-");
}

/**
 * Items in an order of chance, each as likely as another (Fisher and Yates, in Durstenfeld's form).
 *
 * @example shuffled([1, 2, 3], seededRandom(1)).length → 3
 */
export function shuffled<T>(items: readonly T[], random: Random): T[] {
  const left = [...items];
  for (let last = left.length - 1; last > 0; last -= 1) {
    const other = Math.floor(random.next() * (last + 1));
    [left[last], left[other]] = [left[other]!, left[last]!];
  }
  return left;
}

/**
 * A gamma deviate of scale 1 (Marsaglia and Tsang 2000); of shapes below one by their power of a uniform one.
 *
 * @param shape above zero
 */
export function gammaDeviate(shape: number, random: Random): number {
  if (shape < 1) return gammaDeviate(shape + 1, random) * random.next() ** (1 / shape);
  const d = shape - 1 / 3;
  const c = 1 / sqrt(9 * d);
  for (;;) {
    const x = random.normal();
    const v = (1 + c * x) ** 3;
    if (v > 0 && log(1 - random.next()) < 0.5 * x * x + d - d * v + d * log(v)) return d * v;
  }
}

import type { BarType } from "./bound";
import { chooseBars, type Chosen } from "./choose";
import { ROUNDING_MM, type Demand } from "./pattern";

/** Bars of one length: so many in hand, or bought as needed. */
export interface BarStock {
  id: string;
  lengthMm: number;
  /** How many are in hand; null for as many as are bought. */
  count: number | null;
}

/** A length to cut, and how many. */
export interface CutPiece {
  id: string;
  lengthMm: number;
  count: number;
}

export interface CutlistInput {
  bars: readonly BarStock[];
  pieces: readonly CutPiece[];
  kerfMm: number;
  /** Taken off every bar before it is cut, mm. */
  endTrimMm: number;
}

/** One bar with its cuts, in the order they are sawn. */
export interface CutBar {
  bar: string;
  /** Ids of the pieces. */
  cuts: string[];
  /** What is left after the last cut's kerf, mm; nothing where the kerf takes it. */
  offcutMm: number;
}

export interface Cutlist {
  bars: CutBar[];
  barsUsed: number;
  bought: number;
  /** No plan uses fewer bars: of the bought ones where none are in hand. */
  lowerBound: number;
  /** All of the used bars that is no piece: offcuts, kerfs and trim, mm. */
  wasteMm: number;
  /** Whether it is proved that nothing is better: fewest bought, then fewest in hand, then least waste. */
  isOptimal: boolean;
}

/** Pieces that no bar is left for. */
export interface Short {
  short: CutPiece[];
}

/**
 * Which bars to saw what from: the fewest bought, then the fewest touched of those in hand, then
 * the least waste. A bar holds cuts whose lengths, and one kerf fewer than the cuts, don't exceed
 * it less its trim; the last cut takes a kerf too where something is left. See {@link chooseBars}.
 *
 * @returns what can't be cut, where the bars don't suffice
 * @throws Error before the solver is loaded
 */
export function cutlist(input: CutlistInput): Cutlist | Short {
  const types = typesOf(input);
  const longestMm = Math.max(0, ...types.map(({ roomMm }) => roomMm));
  const tooLong = input.pieces.filter(
    ({ lengthMm, count }) => count > 0 && lengthMm + input.kerfMm > longestMm + ROUNDING_MM,
  );
  if (tooLong.length > 0) return { short: tooLong };
  const demands = demandsOf(input);
  if (demands.length === 0) return listOf(input, { types, demands, chosen: NOTHING });
  const chosen = chooseBars(demands, types);
  return chosen ? listOf(input, { types, demands, chosen }) : shortOf(input, types);
}

const NOTHING: Chosen = { sawn: [], lowerBound: 0, isOptimal: true };

/** Pieces of one length as one demand: a kerf follows each. */
function demandsOf({ pieces, kerfMm }: CutlistInput): Demand[] {
  const counts = new Map<number, number>();
  for (const { lengthMm, count } of pieces)
    if (count > 0) counts.set(lengthMm, (counts.get(lengthMm) ?? 0) + count);
  return [...counts]
    .sort(([a], [b]) => b - a)
    .map(([lengthMm, count]) => ({ size: lengthMm + kerfMm, count }));
}

/** A type of bar, and whose bars those are, in the order they were given. */
interface StockType extends BarType {
  from: { id: string; count: number }[];
}

function typesOf({ bars, kerfMm, endTrimMm }: CutlistInput): StockType[] {
  const types = new Map<string, StockType>();
  for (const { id, lengthMm, count } of bars) {
    const roomMm = lengthMm - endTrimMm + kerfMm;
    if (count === 0 || roomMm <= kerfMm) continue;
    const key = `${lengthMm} ${count === null}`;
    const type = types.get(key) ?? { lengthMm, roomMm, count: 0, from: [] };
    const has = count ?? Infinity;
    type.count += has;
    type.from.push({ id, count: has });
    types.set(key, type);
  }
  return [...types.values()];
}

interface Sawn {
  types: readonly StockType[];
  demands: readonly Demand[];
  chosen: Chosen;
}

/** The bars one by one. A pattern may hold more of a length than is still wanted: then less is cut. */
function listOf(input: CutlistInput, { types, demands, chosen }: Sawn): Cutlist {
  const { kerfMm, endTrimMm } = input;
  const left = demands.map(({ size }) =>
    input.pieces.flatMap(({ id, lengthMm, count }) =>
      lengthMm + kerfMm === size ? Array.from({ length: count }, () => id) : [],
    ),
  );
  const taken = types.map(({ from }) => from.map((one) => ({ ...one })));
  const bars: CutBar[] = [];
  let usedMm = 0;
  const lengthOf = new Map(input.pieces.map(({ id, lengthMm }) => [id, lengthMm]));
  for (const { type: index, pattern } of chosen.sawn) {
    const type = types[index]!;
    const cuts = pattern.flatMap((count, at) => left[at]!.splice(0, count));
    if (cuts.length === 0) continue;
    const from = taken[index]!.find(({ count }) => count > 0)!;
    from.count -= 1;
    const cutMm = cuts.reduce((sum, id) => sum + lengthOf.get(id)! + kerfMm, 0);
    const offcutMm = Math.max(0, type.lengthMm - endTrimMm - cutMm);
    usedMm += type.lengthMm;
    bars.push({ bar: from.id, cuts, offcutMm: offcutMm > ROUNDING_MM ? offcutMm : 0 });
  }
  const bought = new Set(input.bars.flatMap(({ id, count }) => (count === null ? [id] : [])));
  const piecesMm = input.pieces.reduce((sum, { lengthMm, count }) => sum + lengthMm * count, 0);
  return {
    bars,
    barsUsed: bars.length,
    bought: bars.filter(({ bar }) => bought.has(bar)).length,
    lowerBound: chosen.lowerBound,
    wasteMm: usedMm - piecesMm,
    isOptimal: chosen.isOptimal,
  };
}

/** What is left over when as much as can be is cut from bars in hand: what one would have to buy for. */
function shortOf(input: CutlistInput, types: readonly StockType[]): Short {
  const longest = types.reduce((a, b) => (b.roomMm > a.roomMm ? b : a));
  const wanted = "wanted";
  const bars = [...input.bars, { id: wanted, lengthMm: longest.lengthMm, count: null }];
  const whole = cutlist({ ...input, bars });
  if ("short" in whole) return whole;
  const missing = whole.bars.flatMap(({ bar, cuts }) => (bar === wanted ? cuts : []));
  return {
    short: input.pieces.flatMap((piece) => {
      const count = missing.filter((id) => id === piece.id).length;
      return count > 0 ? [{ ...piece, count }] : [];
    }),
  };
}

import { loadSolver } from "../solver/milp";
import { sawList, type WantedCut } from "./sawList";
import { toBuy } from "./toBuy";

beforeAll(loadSolver);

const round = { shape: "round", size: 14 } as const;
const cut = (id: string, mm: number): WantedCut => ({ id, section: round, steel: "mild", mm });
const rackOf = (lengthMm: number) => [
  { id: "bar", section: round, steel: "mild", lengthMm, count: 1, isOffcut: false, pricePerKg: null },
]; // prettier-ignore

test("what the rack has no bar for, with its cuts and its mass; what it has isn't bought", () => {
  const sections = sawList([cut("a", 105.8), cut("b", 300), cut("c", 200)], rackOf(310));
  // The rack holds 300 with its cut, or 200 and 105.8 with theirs (308.8).
  const [bought, ...more] = toBuy(sections);
  expect(more).toEqual([]);
  const [left] = sections;
  const mm = left!.short.reduce((sum, one) => sum + one.mm + 1.5, 0);
  expect(bought).toMatchObject({ stock: "14 mm round", steel: "mild", mm, nearest: null });
  expect(bought!.lengths).toBe(left!.short.length);
  // π/4 × 14² × 7850 kg/m³.
  expect(bought!.kg).toBeCloseTo((Math.PI / 4) * 196 * mm * 7.85e-6, 9);
  expect(toBuy(sawList([cut("a", 105.8)], rackOf(310)))).toEqual([]);
});

test("bought together, every length is there: sawn from one such bar", () => {
  const wanted = [cut("a", 105.8), cut("b", 300), cut("c", 200)];
  const [bought] = toBuy(sawList(wanted, []));
  expect(bought).toMatchObject({ lengths: 3, longestMm: 300, mm: 105.8 + 300 + 200 + 3 * 1.5 });
  const [with_] = sawList(wanted, rackOf(bought!.mm));
  expect(with_!.short).toEqual([]);
  const [less] = sawList(wanted, rackOf(bought!.mm - 1.6));
  expect(less!.short).toHaveLength(1);
});

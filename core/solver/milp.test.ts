import { loadSolver, solveMilp, type Milp } from "./milp";

/** Two products, three machines: a textbook's worked example (Hillier and Lieberman, from memory): 2 and 6, 36. */
const PRODUCTS: Milp = {
  unknowns: [
    { name: "x", cost: -3 },
    { name: "y", cost: -5 },
  ],
  sums: [
    { terms: [{ name: "x", times: 1 }], max: 4 },
    { terms: [{ name: "y", times: 2 }], max: 12 },
    { terms: [{ name: "x", times: 3 }, { name: "y", times: 2 }], max: 18 }, // prettier-ignore
  ],
};

test("a worked example, with the prices of its limits", async () => {
  await loadSolver();
  const solved = solveMilp(PRODUCTS, 1)!;
  expect(solved).toMatchObject({ isProved: true, cost: expect.closeTo(-36, 9) as number });
  expect([solved.values.get("x"), solved.values.get("y")]).toEqual([2, 6]);
  expect(solved.prices).toEqual([0, -1.5, -1].map((price) => expect.closeTo(price, 9) as number));
});

test("whole unknowns, limits from below, and nothing that keeps to them", async () => {
  await loadSolver();
  const terms = [{ name: "x", times: 2 }];
  const unknowns = [{ name: "x", cost: 1, isWhole: true }];
  expect(solveMilp({ unknowns, sums: [{ terms, min: 5 }] }, 1)?.values.get("x")).toBe(3);
  expect(solveMilp({ unknowns, sums: [{ terms, min: 6, max: 6 }] }, 1)?.values.get("x")).toBe(3);
  const capped = [{ name: "x", cost: 1, max: 2, isWhole: true }];
  expect(solveMilp({ unknowns: capped, sums: [{ terms, min: 5 }] }, 1)).toBeNull();
});

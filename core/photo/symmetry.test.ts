import { pieceSchema } from "../piece/piece";
import { formOf } from "./form";
import { isSameFromEitherEnd } from "./symmetry";

const form = (stretches: object[], features: object[] = []) =>
  formOf(
    pieceSchema.parse({
      ...{ format: "bell-step.piece/1", name: "Trial", stock: { section: "12 square" } },
      stretches,
      features,
    }),
  );
const bar = (length: number, section = "12 square", id = "bar") => ({
  ...{ id, kind: "prism", section, length },
});
const bend = (id: string, at: number, angle: number) => ({
  ...{ id, kind: "bend", at, angle, insideRadius: 8 },
});

test("a straight bar of one width looks the same from either end, a tapered one doesn't", () => {
  expect(isSameFromEitherEnd(form([bar(120)]))).toBe(true);
  const taper = { id: "taper", kind: "transition", from: "6 square", to: "12 square", length: 60 };
  expect(isSameFromEitherEnd(form([taper, bar(60)]))).toBe(false);
});

// A twentieth and three tenths of a millimetre: 12 and 12.9 are within it, 12 and 13.2 aren't.
test.each([
  ["12.8 square", true],
  ["13.4 square", false],
])("an end of %s beside one of 12 looks alike: %s", (section, expected) => {
  expect(isSameFromEitherEnd(form([bar(60), bar(60, section, "other")]))).toBe(expected);
});

test.each([
  ["a bend in the middle", [bend("heel", 100, 90)], true],
  ["a bend off the middle", [bend("heel", 70, 90)], false],
  ["two legs to one side", [bend("a", 50, 90), bend("b", 150, 90)], true],
  ["two legs, one to either side", [bend("a", 50, 90), bend("b", 150, -90)], true],
  ["two legs turned by 9° less and more", [bend("a", 50, 90), bend("b", 150, 99)], true],
  ["two legs turned by 17° less and more", [bend("a", 50, 90), bend("b", 150, 107)], false],
])("%s: %s", (_, features, expected) => {
  expect(isSameFromEitherEnd(form([bar(200)], features))).toBe(expected);
});

const hole = (id: string, at: number, diameter: number) => ({
  ...{ id, kind: "hole", at, diameter, method: "drill" },
});

test.each([
  [181, 6, true],
  [178, 6, false],
  [180, 6.4, true],
  [180, 6.6, false],
])("a hole 20 from one end and one at %s of %s: %s", (at, diameter, expected) => {
  const holes = [hole("near", 20, 6), hole("far", at, diameter)];
  expect(isSameFromEitherEnd(form([bar(200)], holes))).toBe(expected);
});

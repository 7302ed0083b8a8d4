import { barWith } from "../testing/pieces";
import { DEFAULT_SETTINGS, type Settings } from "../trade/settings";
import { machinesOf } from "./machines";

/** Which machine a way of working needs (common practice, no source). */

const hole = (method: "punch" | "drill") => ({
  id: "h",
  kind: "hole",
  at: 40,
  diameter: 6,
  method,
});
const machines = (features: object[], settings: Partial<Settings> = {}) =>
  machinesOf({ piece: barWith(200, ...features), settings: { ...DEFAULT_SETTINGS, ...settings } });

test("hand work needs none, a drilled hole the drill", () => {
  expect(machines([hole("punch")], { corrections: [] })).toEqual([]);
  expect(machines([hole("drill")], { corrections: [] })).toEqual(["drill"]);
});

test("what is allowed counts: grinding, roughing by machine", () => {
  expect(machines([], { corrections: ["filed"] })).toEqual([]);
  expect(machines([], { corrections: ["ground"] })).toEqual(["grinder"]);
  expect(machines([], { corrections: [], power: "machine-roughing" })).toEqual(["power-hammer"]);
});

test("further parts count too", () => {
  const piece = barWith(200);
  const part = { ...piece, id: "plate", features: barWith(200, hole("drill")).features };
  expect(
    machinesOf({
      piece: { ...piece, parts: [part] },
      settings: { ...DEFAULT_SETTINGS, corrections: [] },
    }),
  ).toEqual(["drill"]);
});

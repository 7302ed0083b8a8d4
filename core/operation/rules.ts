import { PHASES, type OrderRule } from "./operation";

/** The phases in which a bar is worked on by itself, from the first heat to the cut off the long bar. */
export const HOT_PHASES = PHASES.slice(PHASES.indexOf("gather"), PHASES.indexOf("cold"));

/** Cutting and marking (common practice, no source). */
export const DATUM_FIRST: OrderRule = {
  others: ["*"],
  where: "same-bar",
  because:
    "marks and lengths are taken on the cold bar, from one datum end, so that errors don’t add",
};

/** Whatever gives the bar its section there (common practice, no source). */
export const SECTION_FIRST: OrderRule = {
  others: ["smooth", "hole", "surface", "fold", "turn", "curve"],
  where: "same-place",
  because: "the section is made while the bar is straight and plain",
};

/** Whatever opens a hole (common practice, no source). */
export const HOLES_FIRST: OrderRule = {
  others: ["fold", "curve"],
  where: "same-bar",
  because: "holes are made while the bar is straight",
};

/** Driving the bar together (common practice, no source). */
export const GATHERED_FIRST: readonly OrderRule[] = [
  {
    others: ["hole"],
    where: "same-bar",
    because: "driving the bar together would close and shift a hole",
  },
  {
    others: ["surface"],
    where: "same-bar",
    because: "driven on its end, a finished face would be bruised",
  },
  { others: ["fold"], where: "same-bar", because: "a folded bar can’t be driven on its end" },
  { others: ["curve"], where: "same-bar", because: "a bent bar can’t be driven on its end" },
];

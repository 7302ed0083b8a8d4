import type { OrderRule } from "./operation";

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

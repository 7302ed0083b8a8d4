import type { Characteristic } from "./schema";

type Named = Pick<Characteristic, "name" | "of">;

/** The place a line is of, as it is called within a sentence. */
export const placeInText = ({ name, of }: Named): string => of ?? name;

/**
 * A line's name within a sentence: a name a person gave stays as it was typed.
 *
 * @example lineInText({ name: "Taper tip, flat way", of: "taper tip" }) → "taper tip, flat way"
 */
export const lineInText = ({ name, of }: Named): string =>
  of === undefined ? name : of + name.slice(of.length);

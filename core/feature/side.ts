/** Which way something curls, as a field. */
export const SIDE_FIELD = {
  type: "choice",
  key: "side",
  label: "Curls",
  choices: [
    ["up", "up"],
    ["down", "down"],
  ],
} as const;

/** A curl upwards turns one way, downwards the other. */
export const signOfSide = (side: "up" | "down" | undefined): 1 | -1 => (side === "down" ? -1 : 1);

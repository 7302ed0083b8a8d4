/** The look of every chart: the design's own inks, as the drawing library wants them. */
export const INK = {
  ink: "#20262b",
  quiet: "#555e65",
  rule: "#d6d1c2",
  band: "#d3e3db",
  onSize: "#2f6f5b",
  heavy: "#8f5a0e",
  light: "#a8322a",
  reading: "#2c5b86",
  sheet: "#fbfaf5",
  steel: "#949da3",
} as const;

export const AXIS = {
  stroke: INK.quiet,
  tick: { fill: INK.quiet, fontSize: 13 },
  tickLine: false,
} as const;

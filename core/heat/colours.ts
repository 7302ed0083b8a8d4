/** A colour of hot steel, as it is called, seen and used. */
export interface HeatColour {
  /** Up to this temperature, °C. */
  upToC: number;
  name: string;
  /** In a dim shop. */
  hex: string;
  use: string;
}

/** Colours in dim light with their bounds between the handbook's figures (from memory, ± 30 °C). */
export const HEAT_COLOURS: readonly HeatColour[] = [
  {
    upToC: 200,
    name: "black heat",
    hex: "#2B2A29",
    use: "No colour, and hot enough to burn. Straighten small things cold.",
  },
  {
    upToC: 350,
    name: "black heat",
    hex: "#2D2C2E",
    use: "Blue heat: never bend or strike, steel is brittle here.",
  },
  {
    upToC: 490,
    name: "black heat",
    hex: "#30292A",
    use: "Leave it. Wax and oil as it cools below this.",
  },
  { upToC: 575, name: "faint red", hex: "#4A1F1B", use: "Stop hitting: too cold to move." },
  {
    upToC: 700,
    name: "dark red",
    hex: "#6E2418",
    use: "Planish from 650 with light blows; no heavier work.",
  },
  { upToC: 825, name: "cherry", hex: "#9C2F1B", use: "Finish, bend gently, straighten." },
  { upToC: 925, name: "bright cherry", hex: "#C4421F", use: "Bend and finish." },
  { upToC: 1025, name: "orange", hex: "#E06A2B", use: "Draw, bend, square up, punch." },
  { upToC: 1175, name: "yellow", hex: "#F2A541", use: "Heavy drawing, upsetting, punching." },
  {
    upToC: 1230,
    name: "light yellow",
    hex: "#F8CF74",
    use: "Upsetting; medium carbon steel is past its limit.",
  },
  { upToC: 1350, name: "welding heat", hex: "#FCEBB6", use: "Weld mild steel; for nothing else." },
  {
    upToC: Infinity,
    name: "burning",
    hex: "#FFFBEF",
    use: "Sparks: the steel is being lost. Take it out.",
  },
];

/** How much hotter steel has to be in daylight to look the same, °C (common practice, no source). */
const DAYLIGHT_C = 75;
/** Below this nothing glows to the eye in daylight, °C (common practice, no source). */
const DAYLIGHT_GLOW_C = 600;

/**
 * What steel of a temperature looks like, and what that heat is good for. In
 * daylight the dull reds can't be seen and everything looks cooler than it is;
 * the use is that of the true temperature.
 *
 * @param celsius from 0
 * @example heatColour(1000, "dim").name → "orange"
 */
export function heatColour(
  celsius: number,
  light: "dim" | "daylight",
): { name: string; hex: string; use: string } {
  const at = (temperature: number) => HEAT_COLOURS.find(({ upToC }) => temperature <= upToC)!;
  const { use } = at(celsius);
  if (light === "dim" || celsius < 350)
    return { name: at(celsius).name, hex: at(celsius).hex, use };
  const looks = celsius < DAYLIGHT_GLOW_C ? at(400) : at(celsius - DAYLIGHT_C);
  return { name: looks.name, hex: looks.hex, use };
}

/** The timetable's own units: its width, how high a line of it is, how wide a letter. */
export const WIDTH = 896;
export const LANE = 38;
export const LETTER = 7.4;
export const SHEET = "#FBFAF5";

/** Where something lies: its middle, and where a minute is. */
export interface Placed {
  y: number;
  x: (minute: number) => number;
}

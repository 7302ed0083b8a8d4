/** Time at a fire, minutes from the evening's start. */
export interface DrawnStay {
  id: string;
  fire: string;
  from: number;
  to: number;
  /** From here on it is welded; null where nothing is. */
  weldFrom: number | null;
  who: string;
  what: string;
  /** Whether an instructor put it there. */
  isPut: boolean;
}

export interface DrawnShowing {
  fire: string | null;
  from: number;
  to: number;
  who: string;
  what: string;
}

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

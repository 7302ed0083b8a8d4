/** A cause on so many of the latest pieces keeps coming back. */
export const RECURS_FROM = 2;

/** A cause that keeps coming back, with the technique its drill belongs to. */
export interface RecurringCause {
  cause: string;
  techniqueId: string;
  /** On how many of the latest pieces. */
  on: number;
  of: number;
}

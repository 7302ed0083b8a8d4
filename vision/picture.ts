/** A picture, four bytes a pixel: red, green, blue, and one that isn't used. */
export interface Picture {
  width: number;
  height: number;
  data: Uint8Array | Uint8ClampedArray;
}

/**
 * Light is taken between how it is encoded and how it is, so that blur of either kind leaves an
 * edge about where it is; the marks' own edges tell what is left.
 */
export const ENCODING_POWER = 1.5;

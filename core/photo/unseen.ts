/** Why a line can't be read from a picture, as a person is told it. */
export const UNSEEN = {
  upright: "it stands upright: it can't be seen from above",
  below: "it lies on the mat: turn the piece over",
  side: "it is in the side",
  diagonal: "diagonals can't be seen from above",
  "no-edge": "nothing on the outline says where it begins or ends",
  hidden: "its edges weren't seen",
  turned: "the bar is twisted there",
  "other-bar": "it is on another bar",
  joint: "it is where bars are joined",
  eye: "it takes the eye and the hand",
  "not-level": "the bar doesn't lie level there",
  "either-end": "both ends look alike: it can't be told which is which",
  far: "what was seen is too far from the plan to be it",
  unknown: "it isn't measured from a picture",
} as const;
export type Unseen = keyof typeof UNSEEN;

/** A technique a curriculum starts from; a school may change its own copy. */
export interface StarterTechnique {
  /** Stable name used in piece files. */
  slug: string;
  name: string;
  summary: string;
  /** Slugs of the techniques that come before. */
  after: string[];
  foundation: boolean;
  /** Other words smiths use for it, for search. */
  alsoCalled: string[];
}

/** The first techniques of a course and what comes before what (common practice, no source). */
export const STARTER_TECHNIQUES: readonly StarterTechnique[] = [
  {
    slug: "hammer-control",
    name: "Hammer control",
    summary: "Flat blows, no half-moon marks; planishing at a dull red.",
    after: [],
    foundation: true,
    alsoCalled: ["planishing", "hammering"],
  },
  {
    slug: "measuring-marking",
    name: "Measuring and marking",
    summary: "Cut length, datum, marks that survive the heat.",
    after: [],
    foundation: true,
    alsoCalled: ["layout", "marking out"],
  },
  {
    slug: "hot-cut",
    name: "Hot cut",
    summary: "A full cut, or three quarters through and folded back.",
    after: ["measuring-marking"],
    foundation: false,
    alsoCalled: ["hardy", "cutting"],
  },
  {
    slug: "drawing-out",
    name: "Drawing out",
    summary: "Less section, more length; kept square by true quarter turns.",
    after: ["hammer-control"],
    foundation: true,
    alsoCalled: ["drawing down"],
  },
  {
    slug: "square-taper",
    name: "Square taper",
    summary: "Tip first, straight sides, both planes equal.",
    after: ["drawing-out"],
    foundation: true,
    alsoCalled: ["pointing", "point"],
  },
  {
    slug: "round-taper",
    name: "Round taper",
    summary: "Square first, then octagon, then sixteen, then round.",
    after: ["square-taper"],
    foundation: false,
    alsoCalled: ["rounding"],
  },
  {
    slug: "short-taper",
    name: "Short blunt taper",
    summary: "Steep hammer, glancing blows; strength at the point.",
    after: ["square-taper"],
    foundation: false,
    alsoCalled: ["blunt point"],
  },
  {
    slug: "upsetting",
    name: "Upsetting",
    summary: "Thicker by shorter: a short heat, straightened little and often.",
    after: ["hammer-control"],
    foundation: true,
    alsoCalled: ["jumping up", "upset"],
  },
  {
    slug: "shoulder",
    name: "Shoulder",
    summary: "Half-face blows at the edge; commonly to half the parent thickness.",
    after: ["drawing-out"],
    foundation: false,
    alsoCalled: ["set-down", "setting down"],
  },
  {
    slug: "bend",
    name: "Bend to angle",
    summary: "Inside radius, angle, legs; heat only the corner.",
    after: ["hammer-control"],
    foundation: false,
    alsoCalled: ["bending"],
  },
];

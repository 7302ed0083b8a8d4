/**
 * A reference picture of each defect, our own drawings in a field of 96 by 48: what is
 * sound as outlines, and the fault itself as lines or filled shapes. SVG path data.
 */
export interface DefectPicture {
  /** Outlines of the piece. */
  piece: string;
  /** The fault, as lines. */
  fault: string;
  /** The fault, as filled shapes. */
  filled?: string;
}

const circle = (x: number, y: number, r: number) =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`;
/** A bar seen from the side. */
const BAR = "M4 16H92V32H4z";
/** A taper to the right. */
const TAPER = "M4 14H40L92 21V27L40 34H4z";
/** A bar with a hole, seen from above. */
const HOLED = `M4 12H92V36H4z`;
/** By the defect's code in the catalogue. */
export const DEFECT_PICTURES: Readonly<Record<string, DefectPicture>> = {
  "cold-shut": { piece: BAR, fault: "M44 16C50 20 48 24 58 25L66 24", filled: "M44 16q4 -3 9 0z" },
  "fish-mouth": {
    piece: "M88 16H4V32H88",
    fault: "M88 16C92 17 92 19 88 20C80 22 80 26 88 28C92 29 92 31 88 32",
  },
  diamond: { piece: "M34 10H62V38H34z", fault: "M48 4L70 24L48 44L26 24z" },
  spiral: {
    piece: TAPER,
    fault: "M10 14C26 20 30 28 46 33M34 14C50 19 54 27 70 30M58 17C70 21 74 25 86 26",
  },
  flats: { piece: circle(48, 24, 19), fault: "M61.5 10.5L67 24M29 24L34.5 37.5M48 43L61.5 37.5" },
  "thin-spot": {
    piece:
      "M4 16H36C44 16 44 20 50 20C56 20 56 16 64 16H92V32H64C56 32 56 28 50 28C44 28 44 32 36 32H4z",
    fault: "M50 8V19M50 40V29M47 15L50 19L53 15M47 33L50 29L53 33",
  },
  "hammer-marks": {
    piece: "M4 10H92V38H4z",
    fault:
      "M18 20a9 9 0 0 1 12 -6M40 32a9 9 0 0 1 12 -6M60 20a9 9 0 0 1 12 -6M72 34a9 9 0 0 1 12 -6",
  },
  "scale-pitting": {
    piece: "M4 10H92V38H4z",
    fault: "",
    filled: `${circle(20, 18, 3)}${circle(31, 29, 2)}${circle(45, 20, 3.5)}${circle(58, 31, 2.5)}${circle(67, 17, 2)}${circle(78, 27, 3)}`,
  },
  burnt: {
    piece: "M68 14H4V34H68",
    fault: "M68 14L74 18L70 22L78 25L71 28L75 32L68 34M80 14l4 -4M84 22h6M82 32l5 4",
    filled: `${circle(62, 20, 2)}${circle(60, 29, 2.5)}`,
  },
  "coarse-grain": {
    piece: "M4 14H56M4 34H56M4 14V34",
    fault:
      "M56 14L60 18L55 21L61 25L55 28L59 31L56 34M70 14l5 5l-3 6l5 4l-3 5M82 14l3 6l-3 5l4 5l-2 4",
  },
  crack: { piece: BAR, fault: "M40 16L44 20L41 23L46 27L43 32" },
  "cut-through": {
    piece: "M4 16H56L52 32H4zM66 20L92 24L90 40L62 36z",
    fault: "M61 6V14M58 11L61 15L64 11",
  },
  bowed: { piece: "M4 32C32 14 64 14 92 32L90 40C64 24 32 24 6 40z", fault: "M4 40H92M48 27V40" },
  "off-centre-hole": {
    piece: HOLED,
    fault: `${circle(48, 20, 7)}M48 12V13M48 27V36M45 33L48 36L51 33`,
  },
  "crooked-hole": { piece: HOLED, fault: "M38 12L52 36M48 12L62 36" },
  "slug-in": {
    piece: `${HOLED}${circle(48, 24, 9)}`,
    fault: "M41 30C44 24 47 33 50 27C53 31 55 26 55 28",
    filled: "M41 30C44 24 47 33 50 27L55 28L51 32L44 32z",
  },
  "suck-in": {
    piece: "M4 38V14M92 14V38H4M44 24V38M52 24V38",
    fault: "M4 14H28C38 14 42 19 44 24M52 24C54 19 58 14 68 14H92",
  },
  bulge: {
    piece: `M4 14H28M68 14H92V34H68M28 34H4V14${circle(48, 24, 8)}`,
    fault: "M28 14C36 14 40 6 48 6C56 6 60 14 68 14M28 34C36 34 40 42 48 42C56 42 60 34 68 34",
  },
  "dog-leg": {
    piece: "M4 10H50V18H12",
    fault: "M50 10C66 12 62 22 74 26V42M50 18C58 20 56 28 66 32V42M82 6V42",
  },
  kink: {
    piece: "M4 42H50C68 42 78 34 78 24M58 6C48 8 44 16 47 23C50 30 60 31 64 26C67 21 64 17 60 18",
    fault: "M78 24L70 8L58 6",
  },
  "out-of-plane": {
    piece: "M4 40H92",
    fault: "M8 39C30 38 44 36 58 28C68 22 78 14 90 12M70 39V21",
  },
  "uneven-twist": {
    piece: "M4 16H92M4 32H92M4 16V32M92 16V32",
    fault: "M10 16L18 32M18 16L26 32M28 16L36 32M44 16L52 32M68 16L76 32",
  },
  "bowed-twist": {
    piece: "M8 24C34 8 62 8 88 24L86 34C62 20 34 20 10 34z",
    fault: "M22 17L30 24M36 13L43 21M52 12L58 21M68 16L72 24",
  },
  "leg-slipped": {
    piece: "M4 20H92M4 28H92M28 20L36 28M44 20L52 28M60 20L68 28",
    fault: "M4 12H92M4 6H92M4 6V12M92 6V12",
  },
  "legs-unequal": {
    piece: "M24 36V6H72V44H62V16H34V36z",
    fault: "M22 36H76M67 36V44M20 44H76",
    filled: "M62 36H72V44H62z",
  },
  "shoulder-rounded": {
    piece: "M4 10H44M66 24H92V36H4V10M44 10V24H66",
    fault: "M44 10C52 11 56 22 66 24",
  },
  "failed-weld": { piece: BAR, fault: "M30 16L62 32M34 16L66 32" },
  "weld-neck": {
    piece: "M4 16H30C38 16 38 20 44 20L48 15H92V33H48L44 28C38 28 38 32 30 32H4z",
    fault: "M52 15L62 33M42 8V19M42 40V29",
  },
  "stamp-doubled": {
    piece: "M4 8H92V40H4z",
    fault: "M34 34L42 14L50 34M37 27H47M38 36L46 16L54 36M41 29H51",
  },
  "rivet-fit": {
    piece: "M4 18H92V24H4zM4 24H92V30H4zM44 18V30M52 18V30",
    fault: "M38 18C38 9 58 9 58 18M38 32C38 41 58 41 58 32M38 32H58",
  },
  "not-matching": {
    piece: "M4 8H40L84 12V14L40 18H4z",
    fault: "M4 30H40L70 33V38L40 40H4zM84 8V44M70 28V44M70 42H84",
  },
  "spring-back": {
    piece: "M4 38H60V30H12",
    fault: "M60 38C84 36 82 10 62 6L56 4M60 30C72 28 72 14 58 12L53 11M74 8L68 4L70 11",
  },
  "upset-lost": {
    piece: "M92 30H60M92 18H60M92 18V30",
    fault: "M60 30C44 30 38 40 24 38L8 34L12 22C28 30 42 18 60 18",
  },
  "too-little-metal": {
    piece: "M4 18H44V30H4zM44 24H62",
    fault: `${circle(72, 24, 10)}M72 24H78`,
    filled: circle(72, 24, 4),
  },
  "former-crushed": {
    piece: "M4 42H50C72 42 82 30 78 18C75 9 64 5 56 9",
    fault: "M56 9L50 22L66 19L62 24",
    filled: "M56 9L50 22L60 20z",
  },
  "bundle-fell": {
    piece: circle(48, 24, 20),
    fault: `${circle(41, 32, 6)}${circle(53, 33, 6)}${circle(47, 22, 6)}${circle(60, 25, 5)}`,
  },
  "assembly-fit": {
    piece: "M4 8H70V16H4zM26 30H92V38H26z",
    fault: `${circle(40, 12, 3)}${circle(48, 34, 3)}M40 6V42M48 6V42`,
  },
  ground: {
    piece: "M4 12H92V36H4z",
    fault: "M52 16H88M52 20H88M52 24H88M52 28H88M52 32H88M52 12V36",
  },
};

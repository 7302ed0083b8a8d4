/** The papers that are printed on, mm upright. */
export const PAPERS = {
  a4: { name: "A4", widthMm: 210, heightMm: 297 },
  letter: { name: "Letter", widthMm: 215.9, heightMm: 279.4 },
} as const;
export type Paper = keyof typeof PAPERS;

/** Room at every edge that printers leave free, mm. */
export const MARGIN_MM = 12;

const POINTS_PER_MM = 72 / 25.4;

/** Millimetres in PDF points. */
export const pt = (mm: number): number => mm * POINTS_PER_MM;

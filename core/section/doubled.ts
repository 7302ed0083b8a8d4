import { caliperSizesMm, sectionAreaMm2, type Section } from "./section";

/**
 * The bar folded back on itself and welded: squares and flats lie face to face, anything else is dressed square.
 *
 * @example doubledSection({ shape: "square", size: 12 }) → { shape: "flat", width: 24, thickness: 12 }
 */
export function doubledSection(stock: Section): Section {
  if (stock.shape !== "square" && stock.shape !== "flat")
    return { shape: "square", size: Math.sqrt(2 * sectionAreaMm2(stock)) };
  const [thickMm, wideMm] = caliperSizesMm(stock);
  const doubledMm = 2 * thickMm;
  return {
    shape: "flat",
    width: Math.max(doubledMm, wideMm),
    thickness: Math.min(doubledMm, wideMm),
  };
}

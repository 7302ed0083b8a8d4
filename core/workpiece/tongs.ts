import { sectionOf, stretchAt, type LaidBar, type LaidStretch } from "../bar/bar";
import { sectionAreaMm2, type Section } from "../section/section";

/** Bar beside the hot part that is too hot or in the way to be held, mm (common practice, no source). */
const CLEAR_MM = 25;
/** From the end of a bar to where tongs can take hold of it, mm (common practice, no source). */
const END_MM = 10;
const PLACES = 12;
/** A section is heavier only where its area is more by this share. */
const HEAVIER = 1.002;

/**
 * The section the tongs hold while a part of the bar is hot: where the cold bar is
 * heaviest on the side with more of it, as far out as that goes (common practice,
 * no source). Tongs are for the section held at that moment, which is not always
 * the stock.
 *
 * @param bar the bar before the stage
 * @param hot where the work is on it, mm from end A
 */
export function tongsFor(bar: LaidBar, hot: { fromMm: number; toMm: number }): Section {
  const { lengthMm } = bar;
  const atB = lengthMm - hot.toMm >= hot.fromMm;
  const coldMm = Math.max(0, (atB ? lengthMm - hot.toMm : hot.fromMm) - CLEAR_MM);
  const outMm = Math.min(END_MM, lengthMm / 2);
  const inMm = Math.max(outMm, coldMm);
  let best: Section | undefined;
  let here: LaidStretch | undefined;
  for (let place = 0; place <= PLACES; place += 1) {
    const fromEndMm = outMm + ((inMm - outMm) * place) / PLACES;
    const atMm = atB ? lengthMm - fromEndMm : fromEndMm;
    // A prism is as heavy everywhere as where it was first met.
    if (here?.stretch.kind === "prism" && here.fromMm <= atMm && atMm < here.toMm) continue;
    here = stretchAt(bar, atMm);
    const section = sectionOf(here, atMm);
    if (!best || sectionAreaMm2(section) > sectionAreaMm2(best) * HEAVIER) best = section;
  }
  return best!;
}

import { layBar } from "../bar/bar";
import { isWelded, type Ring } from "../feature/kinds/ring";
import { barOf, type Piece } from "../piece/piece";
import { sectionAtShare, type Form } from "./form";
import type { MetalState } from "./metalState";

/** Whether a ring of a piece is welded shut: then it is as large as its bar makes it. */
export const isWeldedOn = (piece: Piece, part: string, ring: Ring): boolean =>
  isWelded(ring, barOf(piece, part).features ?? []);

/** The bar a ring is made of: of each stretch the share that lies in it, and the stretch in its middle. */
export interface BarUnder {
  shares: readonly number[];
  middle: number;
}

/** What bar a ring is made of, as it is drawn. */
export function barUnder(piece: Piece, part: string, { from, to }: Ring): BarUnder {
  const { stretches } = layBar(barOf(piece, part).stretches);
  return {
    shares: stretches.map(
      ({ fromMm, toMm }) =>
        Math.max(0, Math.min(to, toMm) - Math.max(from, fromMm)) / (toMm - fromMm),
    ),
    middle: stretches.findIndex(({ toMm }) => toMm >= (from + to) / 2),
  };
}

const lengthMm = ({ shares }: BarUnder, forms: readonly Form[]): number =>
  forms.reduce((sum, form, index) => sum + shares[index]! * form.lengthMm, 0);

/** What a closed ring of that bar has inside: its bar lies along the middle of its thickness. */
const meanInsideMm = (bar: BarUnder, { forms }: MetalState): number =>
  lengthMm(bar, forms) / Math.PI - sectionAtShare(forms[bar.middle]!.stations, 0.5).thickMm;

/** By how much a welded ring's inside grows as its bar is worked, mm. */
export const grownMm = (bar: BarUnder, was: MetalState, is: MetalState): number =>
  was === is ? 0 : meanInsideMm(bar, is) - meanInsideMm(bar, was);

/** The bar once a ring was stretched inside from one size to another: as much longer as it is thinner. */
export function stretched(
  bar: BarUnder,
  metal: MetalState,
  { nowMm, toMm }: { nowMm: number; toMm: number },
): MetalState {
  const thickMm = sectionAtShare(metal.forms[bar.middle]!.stations, 0.5).thickMm;
  // What the bar loses in thickness its inside gains: each step leaves a tenth of the error or less.
  let by = 1;
  for (let step = 0; step < 6; step += 1) by = (toMm + thickMm / Math.sqrt(by)) / (nowMm + thickMm);
  const forms = metal.forms.map((form, at) => longer(form, 1 + bar.shares[at]! * (by - 1)));
  return { ...metal, forms };
}

/** A form so many times as long, of the same steel. */
const longer = (form: Form, by: number): Form => ({
  ...form,
  lengthMm: form.lengthMm * by,
  stations: form.stations.map((station) => ({
    ...station,
    thickMm: station.thickMm / Math.sqrt(by),
    wideMm: station.wideMm / Math.sqrt(by),
  })),
});

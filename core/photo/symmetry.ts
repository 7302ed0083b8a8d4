import { widthAt, type Form } from "./form";

/** Ends look alike where nowhere along the bar it is wider from one end than from the other by this share, and mm. */
const WIDTH_SHARE = 0.05;
const WIDTH_MM = 0.3;
/** Nor has turned further by this, rad. */
const TURN_RAD = 0.2;
/** Nor has an opening, from the other end, nearer or further off by this, or wider, mm. */
const OPENING_PLACE_MM = 1.5;
const OPENING_WIDTH_MM = 0.5;
/** Places along the bar at which it is looked at. */
const PLACES = 200;

/**
 * Whether a form looks the same from either end, turned round or turned over: which end of a piece
 * is which then can't be told by how well it lies on its outline.
 */
export function isSameFromEitherEnd(form: Form): boolean {
  const { lengthMm } = form.bar;
  const turned = Array.from({ length: PLACES + 1 }, (_, at) =>
    turnUpTo(form, (lengthMm * at) / PLACES),
  );
  const total = turned.at(-1)!;
  const turnsAlike = (sign: 1 | -1) =>
    turned.every((own, at) => Math.abs(own - sign * (total - turned[PLACES - at]!)) < TURN_RAD);
  return widthsAlike(form) && openingsAlike(form) && (turnsAlike(1) || turnsAlike(-1));
}

function openingsAlike({ features, bar: { lengthMm } }: Form): boolean {
  const openings = features.flatMap((one) => {
    if (one.kind === "hole") return { at: one.at, widthMm: one.diameter };
    return one.kind === "slot" ? { at: one.at, widthMm: one.width } : [];
  });
  return openings.every(({ at, widthMm }) =>
    openings.some(
      (other) =>
        Math.abs(lengthMm - at - other.at) < OPENING_PLACE_MM &&
        Math.abs(widthMm - other.widthMm) < OPENING_WIDTH_MM,
    ),
  );
}

function widthsAlike(form: Form): boolean {
  const { lengthMm } = form.bar;
  return Array.from({ length: PLACES }, (_, at) => (lengthMm * (at + 0.5)) / PLACES).every((mm) => {
    const [own, other] = [widthAt(form, mm), widthAt(form, lengthMm - mm)];
    return Math.abs(own - other) < WIDTH_MM + WIDTH_SHARE * Math.max(own, other);
  });
}

/** How far a bar has turned from its end A to a place, rad. */
function turnUpTo({ runs }: Form, mm: number): number {
  return runs.reduce((sum, { fromMm, toMm, turnsRad }) => {
    const share = Math.min(1, Math.max(0, (mm - fromMm) / (toMm - fromMm)));
    const parts = share * turnsRad.length;
    return (
      sum +
      turnsRad.reduce((part, turn, at) => part + turn * Math.min(1, Math.max(0, parts - at)), 0)
    );
  }, 0);
}

import { formOf, placesAlong, stepsAlong, widthAt, type Pose } from "@/core/photo/form";
import { boundariesOf } from "@/core/photo/profile";
import type { Seen } from "@/core/photo/reading/reading";
import type { Levelled, Station } from "@/core/photo/trace";
import type { Piece } from "@/core/piece/piece";

/** A camera stands straight over here, mm. */
const EYE = { x: 0, y: 0, z: 500 };

/**
 * A piece as a picture would have it if nothing went wrong: a place every half millimetre along its
 * drawing, its edges exactly where its width puts them.
 *
 * @param change what a picture has otherwise at a place; null where it has nothing there
 */
export function seenPiece(
  piece: Piece,
  change: (station: Station) => Station | null = (station) => station,
  thinMm = 0.6,
): Seen {
  const form = formOf(piece);
  const still = form.runs.map(() => 0);
  const pose: Pose = {
    ...{ x: 0, y: 0, headingRad: 0, side: 1 },
    ...{ longerMm: still, furtherRad: still },
  };
  const { lengthMm } = form.bar;
  const places = placesAlong(form, stepsAlong(form, 0.5), pose);
  const stations = places.flatMap((place): Station[] => {
    if (place.mm < 0.4 || place.mm > lengthMm - 0.4) return [];
    const widthMm = widthAt(form, place.planMm);
    const [nx, ny] = [-Math.sin(place.headingRad), Math.cos(place.headingRad)];
    const aside = (mm: number) => ({ x: place.x + nx * mm, y: place.y + ny * mm });
    const found = change({
      ...{ ...place, widthMm },
      ...{ left: aside(widthMm / 2), right: aside(-widthMm / 2) },
    });
    return found ? [found] : [];
  });
  const [first, last] = [places[0]!, places.at(-1)!];
  const bar: Levelled = {
    ...{ form, pose, stations, lengthMm, eye: EYE },
    ends: [first, last],
    lift: ({ x, y }) => ({ x, y }),
  };
  return { bar, boundaries: boundariesOf(bar, thinMm), openings: [], edgeMm: 0.05, thinMm };
}

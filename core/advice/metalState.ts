import { layBar, stretchAt } from "../bar/bar";
import { volumeShareAt } from "../bar/stretch";
import { featureExtent, kindOf } from "../feature/registry";
import type { Bar } from "../piece/piece";
import {
  lengthShareAt,
  perMm,
  shortened,
  steelShareAt,
  volumeOf,
  type Form,
  type Station,
} from "./form";
import { isPlaceFromB, isPlaceOf, type Line } from "./line";
import type { MetalStretch } from "./metalBar";

/** A place on a bar, held by the steel before it in its stretch, mm³: that doesn't change when the stretch is worked. */
interface PlaceIn {
  stretch: number;
  beforeMm3: number;
}

/** A bar at a moment of the rework. */
export interface MetalState {
  forms: readonly Form[];
  /** Places of its features, by their key: see {@link placeKey}. */
  places: ReadonlyMap<string, PlaceIn>;
}

export const placeKey = (id: string, key: "at" | "from" | "to"): string => `${id} ${key}`;

/** Where a place lies, mm from end A. */
export function placeMm({ forms, places }: MetalState, key: string): number | null {
  const place = places.get(key);
  if (!place) return null;
  const form = forms[place.stretch]!;
  const beforeMm = forms.slice(0, place.stretch).reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  const volumeMm3 = volumeOf(form);
  // Readings that are mistyped may leave a stretch no steel.
  if (volumeMm3 <= 0) return beforeMm;
  return beforeMm + lengthShareAt(form, place.beforeMm3 / volumeMm3) * form.lengthMm;
}

/** Every feature's places in the steel: where they were read, else where they are drawn. */
export function placesOf(
  bar: Bar,
  stretches: readonly MetalStretch[],
  lines: readonly Line[],
): Map<string, PlaceIn> {
  const laid = layBar(bar.stretches);
  const places = new Map<string, PlaceIn>();
  const drawn = (mm: number): PlaceIn => {
    const { stretch, fromMm } = stretchAt(laid, mm);
    const at = bar.stretches.indexOf(stretch);
    const share = volumeShareAt(stretch, Math.min(1, Math.max(0, (mm - fromMm) / stretch.length)));
    return { stretch: at, beforeMm3: share * volumeOf(stretches[at]!.form) };
  };
  const wholeMm = stretches.reduce((sum, { form }) => sum + form.lengthMm, 0);
  for (const feature of bar.features ?? []) {
    const fromA = lines.find((line) => isPlaceOf(line, feature))?.judgement?.value;
    const fromB = lines.find((line) => isPlaceFromB(line, feature, laid.lengthMm))?.judgement;
    const read = fromA ?? (fromB ? wholeMm - fromB.value : undefined);
    if ("at" in feature)
      places.set(
        placeKey(feature.id, "at"),
        read === undefined ? drawn(feature.at) : at(stretches, read),
      );
    else {
      places.set(placeKey(feature.id, "from"), drawn(feature.from));
      places.set(placeKey(feature.id, "to"), drawn(feature.to));
    }
  }
  return places;
}

/** A place as it was read, mm from end A. */
export function at(stretches: readonly MetalStretch[], mm: number): PlaceIn {
  let fromMm = 0;
  for (const [stretch, { form }] of stretches.entries()) {
    const isLast = stretch === stretches.length - 1;
    if (mm <= fromMm + form.lengthMm || isLast) {
      const share = Math.min(1, Math.max(0, (mm - fromMm) / form.lengthMm));
      return { stretch, beforeMm3: steelShareAt(form, share) * volumeOf(form) };
    }
    fromMm += form.lengthMm;
  }
  return { stretch: 0, beforeMm3: 0 };
}

/** An end with nothing bent, folded or turned on it. */
export function isFreeEnd(bar: Bar, end: "A" | "B"): boolean {
  const laid = layBar(bar.stretches);
  const mm = end === "A" ? 0 : laid.lengthMm;
  return (bar.features ?? []).every((feature) => {
    if (!kindOf(feature).curves) return true;
    const { fromMm, toMm } = featureExtent(feature, laid);
    return mm < fromMm - 1 || mm > toMm + 1;
  });
}

export const withForm = (state: MetalState, stretch: number, form: Form): MetalState => ({
  ...state,
  forms: state.forms.map((one, index) => (index === stretch ? form : one)),
});

/** A bar with steel taken off one end of a stretch. */
export function withoutSteel(
  state: MetalState,
  stretch: number,
  end: "A" | "B",
  mm3: number,
): MetalState {
  const form = shortened(state.forms[stretch]!, end, mm3);
  const left = volumeOf(form);
  const places = new Map(state.places);
  for (const [key, place] of places) {
    if (place.stretch !== stretch) continue;
    const beforeMm3 = place.beforeMm3 - (end === "A" ? mm3 : 0);
    places.set(key, { stretch, beforeMm3: Math.min(left, Math.max(0, beforeMm3)) });
  }
  return { ...withForm(state, stretch, form), places };
}

/** A bar with a stretch brought to other sections, with steel from beside it, some of that at its A side, mm³. */
export function reshaped(
  state: MetalState,
  stretch: number,
  stations: readonly Station[],
  { gainedMm3, atA }: { gainedMm3: number; atA: number },
): MetalState {
  const steelMm3 = volumeOf(state.forms[stretch]!) + gainedMm3;
  const places = new Map(state.places);
  for (const [key, place] of places)
    if (place.stretch === stretch) places.set(key, { stretch, beforeMm3: place.beforeMm3 + atA });
  const lengthMm = steelMm3 / perMm({ stations });
  return { ...withForm(state, stretch, { stations, lengthMm }), places };
}

/** A bar with so much cut off an end, mm. */
export function cutEnd(state: MetalState, end: "A" | "B", mm: number): MetalState {
  const stretch = end === "A" ? 0 : state.forms.length - 1;
  const form = state.forms[stretch]!;
  const share = Math.min(1, mm / form.lengthMm);
  const steelShare = end === "A" ? steelShareAt(form, share) : 1 - steelShareAt(form, 1 - share);
  return withoutSteel(state, stretch, end, steelShare * volumeOf(form));
}

/** A bar so much longer at an end than it was taken to be, mm; shorter where that is less than nothing. */
export function endMoved(state: MetalState, end: "A" | "B", mm: number): MetalState {
  const stretch = end === "A" ? 0 : state.forms.length - 1;
  const form = state.forms[stretch]!;
  const moved: Form = { stations: form.stations, lengthMm: Math.max(0, form.lengthMm + mm) };
  const left = volumeOf(moved);
  const addedMm3 = end === "A" ? left - volumeOf(form) : 0;
  const places = new Map(state.places);
  for (const [key, { stretch: of, beforeMm3 }] of places)
    if (of === stretch) {
      const before = Math.min(left, Math.max(0, beforeMm3 + addedMm3));
      places.set(key, { stretch, beforeMm3: before });
    }
  return { ...withForm(state, stretch, moved), places };
}

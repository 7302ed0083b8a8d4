import type { Place } from "./evening";

/** A piece at a fire, minutes from the evening's start. */
export interface Stay {
  work: string;
  learner: string;
  /** Where it is begun. */
  fire: string;
  from: number;
  to: number;
  /** From here on it is welded; null where nothing is. */
  weldFrom: number | null;
}

/**
 * Time at a fire and the weld that ends it as one.
 *
 * @example staysOf([{ learner: "a", work: "ring", fire: "1", from: 0, to: 20 }, { learner: "a", work: "ring", fire: "1", from: 20, to: 30, welding: true }]) → [{ work: "ring", learner: "a", fire: "1", from: 0, to: 30, weldFrom: 20 }]
 */
export function staysOf(places: readonly Place[]): Stay[] {
  const byWork = new Map<string, Place[]>();
  for (const place of places) byWork.set(place.work, [...(byWork.get(place.work) ?? []), place]);
  return [...byWork].map(([work, own]) => {
    const first = own.reduce((a, b) => (b.from < a.from ? b : a));
    return {
      ...{ work, learner: first.learner, fire: first.fire, from: first.from },
      to: Math.max(...own.map(({ to }) => to)),
      weldFrom: own.find(({ welding }) => welding)?.from ?? null,
    };
  });
}

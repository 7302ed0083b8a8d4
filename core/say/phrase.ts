import { nameInText } from "../bar/named";
import { featureNameInText, type Feature } from "../feature/registry";
import type { Piece } from "../piece/piece";
import { refuse } from "../problem/problem";
import { normaliseLengthText } from "../units/length";
import { thingNamed, type Callable } from "./featureWords";
import type { Scan } from "./scan";

export type Bar = Pick<Piece, "stretches" | "features" | "stock">;

/** What a phrase makes of a bar. */
export interface Said<Of extends Bar> {
  bar: Of;
  /** What was put on it or changed; null where that is the bar itself, or is gone. */
  id: string | null;
}

/** A phrase on its way to be read, with what was taken out of it beforehand. */
export interface Words {
  scan: Scan;
  quoted: string | null;
  name: string | null;
  things: readonly Callable[];
}

const CALLED = /[,;]?\s*\b(?:called|named)\s+(.+)$/i;
const QUOTED = /[“"]([^”"]{2,})[”"]/;

/** A phrase without the name it gives and without what stands in quotation marks, lengths written one way. */
export function splitPhrase(text: string) {
  const unnamed = text.replace(CALLED, "");
  return {
    name: CALLED.exec(text)?.[1]?.trim() ?? null,
    quoted: QUOTED.exec(unnamed)?.[1]?.trim() ?? null,
    phrase: normaliseLengthText(unnamed.replace(QUOTED, " ").replaceAll("°", " degrees")),
  };
}

/** Everything of a bar by its name. */
export const callables = ({ stretches, features = [] }: Bar): Callable[] => [
  ...stretches.map((one) => ({ id: one.id, name: nameInText(one) })),
  ...features.map((one) => ({ id: one.id, name: featureNameInText(one) })),
];

/** The thing named here; refused where there is none, with what there is. */
export const knownThing = (scan: Scan, things: readonly Callable[]): Callable =>
  thingNamed(scan, things) ??
  refuse({ code: "phrase-unknown", text: scan.rest, known: things.map(({ name }) => name) });

/**
 * Reads where a feature is: a place, or from one to another.
 *
 * @throws Refusal `out-of-reach` for a place off the bar
 */
export function placeIn(scan: Scan, feature: Feature, barMm: number): Feature | null {
  const onBar = (): number | null => {
    const mm = scan.place(barMm);
    if (mm !== null && (mm < 0 || mm > barMm))
      refuse({
        code: "out-of-reach",
        name: "A place on this bar, in mm from end A,",
        min: 0,
        max: barMm,
      });
    return mm;
  };
  if ("at" in feature) {
    const at = scan.attempt(() => (scan.word("at", "place") ? onBar() : null));
    return at === null ? null : { ...feature, at };
  }
  return scan.attempt(() => {
    const start = scan.word("from") ? onBar() : null;
    const end = scan.word("to") ? onBar() : null;
    if (start === null && end === null) return null;
    const from = start ?? feature.from;
    const to = end ?? from + feature.to - feature.from;
    return { ...feature, from: Math.min(from, to), to: Math.max(from, to) };
  });
}

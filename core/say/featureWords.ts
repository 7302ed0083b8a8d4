import type { Field } from "../feature/feature";
import { kindOf, type Feature } from "../feature/registry";
import { normaliseLengthText } from "../units/length";
import type { Scan } from "./scan";

/** A thing of the bar, as a phrase may call it. */
export interface Callable {
  id: string;
  name: string;
}

type Values = Feature & Record<string, unknown>;

const singularToo = (words: readonly string[]): string[] =>
  [...new Set(words)].flatMap((one) => (one.endsWith("s") ? [one, one.slice(0, -1)] : [one]));

/** A label and its parts: "slot, long" is also "slot long" and "long". */
const partsOf = (label: string): string[] => {
  const whole = normaliseLengthText(label);
  return singularToo([whole, whole.replaceAll(",", ""), ...whole.split(", ")]);
};

/** The first and the last word of each of its parts: "side veins, each side" is also "veins". */
const outerWordsOf = (label: string): string[] =>
  singularToo(
    normaliseLengthText(label)
      .split(", ")
      .flatMap((part) => [/^\S+/, /\S+$/].map((word) => word.exec(part)![0])),
  );

/** What a field is called in a phrase: its label or as little of it as no other field has, the longest first. */
function wordsOf(field: Field, fields: readonly Field[]): string[] {
  const labels = fields.filter((one) => one !== field).map(({ label }) => label);
  const parts = labels.flatMap(partsOf);
  const others = [...parts, ...labels.flatMap(outerWordsOf)];
  return [
    ...partsOf(field.label).filter((word) => !parts.includes(word)),
    ...outerWordsOf(field.label).filter((word) => !others.includes(word)),
  ].sort((a, b) => b.length - a.length);
}

/** Words of a choice: as it is offered, without its article, as something it was done to is called, and as it is kept. */
const choiceWords = ([value, label]: readonly [string, string]): string[] => {
  // Phrases are read with their counts as figures: "one edge" stands there as "1 edge".
  const offered = normaliseLengthText(label);
  return [offered, offered.replace(/^the /, ""), offered.replace(/ing$/, "ed"), value];
};

/** Reads a value that comes with its word, before it or after: "gap 2", "3 turns", "hard way". */
function readNamed(
  scan: Scan,
  field: Field,
  fields: readonly Field[],
  things: readonly Callable[],
) {
  const words = wordsOf(field, fields);
  const amount = () => (field.type === "length" ? scan.length() : scan.number());
  switch (field.type) {
    case "length":
    case "number":
      return scan.attempt(() => {
        if (scan.word(...words)) return amount();
        // Which field a number goes to shows by the word behind it.
        if (!scan.isAmountBefore(words)) return null;
        const value = amount();
        scan.word(...words);
        return value;
      });
    case "choice":
      return scan.attempt(() => {
        scan.word(...words);
        for (const choice of field.choices) if (scan.word(...choiceWords(choice))) return choice[0];
        return null;
      });
    case "thing":
      return scan.attempt(() => {
        if (!scan.word(...words)) return null;
        return thingNamed(scan, things)?.id ?? null;
      });
    case "text":
      return null;
  }
}

/** The thing that is called by its name here, the longest where several begin alike. */
export function thingNamed(scan: Scan, things: readonly Callable[]): Callable | null {
  const longestFirst = [...things].sort((a, b) => b.name.length - a.name.length);
  return longestFirst.find(({ name }) => scan.word(name.toLowerCase()) !== null) ?? null;
}

/** What can be said of a feature: an example of each of its fields. */
function accepted(fields: readonly Field[]): string[] {
  const said = fields.map((field) => {
    const label = field.label.toLowerCase();
    switch (field.type) {
      case "length":
        return `${label} 20`;
      case "number":
        return `${label} ${Math.ceil(field.min) + 1}`;
      case "choice":
        return field.choices.map(([, one]) => one).join(" or ");
      case "thing":
        return `${label} and its name`;
      case "text":
        return "“…”";
    }
  });
  return ["at 40", "16 from B", "from 60 to 160", "both", ...said];
}

/**
 * A feature with what is said of it. A number without its word goes to the first
 * of the kind's own numbers that nothing was said of.
 *
 * @param place reads where it is, null where that is not said here
 * @param quoted what stood in quotation marks, for what is stamped
 * @throws Refusal `phrase-unread`, and what lengths throw
 */
export function featureFromWords(
  scan: Scan,
  start: Feature,
  {
    place,
    quoted,
    things,
  }: {
    place: (feature: Feature) => Feature | null;
    quoted: string | null;
    things: readonly Callable[];
  },
): Feature {
  const kind = kindOf(start);
  const { fields } = kind;
  let feature = start as Values;
  const said = new Set<string>();
  const take = (key: string, value: unknown) => {
    said.add(key);
    const next = { ...feature, [key]: value };
    feature = (kind.settled?.(next) ?? next) as Values;
  };
  const text = fields.find(({ type }) => type === "text");
  if (quoted !== null && text) take(text.key, quoted);
  while (!scan.done) {
    const placed = place(feature);
    if (placed) {
      feature = placed;
      continue;
    }
    const named = fields
      .filter(({ key }) => !said.has(key))
      .some((field) => {
        const value = readNamed(scan, field, fields, things);
        if (value === null) return false;
        // A slot's length says that it is slotted.
        if (field.when) take(field.when.key, field.when.is);
        take(field.key, value);
        return true;
      });
    if (named) continue;
    const bare = fields.find(
      ({ key, type, when }) =>
        (type === "length" || type === "number") &&
        !said.has(key) &&
        (!when || feature[when.key] === when.is),
    );
    const value = bare?.type === "length" ? scan.length() : bare ? scan.number() : null;
    if (!bare || value === null) scan.refuse(accepted(fields));
    take(bare.key, value);
    scan.word("by", "x", "×");
  }
  return feature;
}

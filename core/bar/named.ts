/** Something with an id, and a name where a person gave it one. */
export interface Named {
  id: string;
  name?: string | undefined;
}

/** A large plan names hundreds of things, the same few ids again and again. */
const MAX_REMEMBERED = 2000;
const aloud = new Map<string, { within: string; first: string }>();

/** An id read aloud, within a sentence and at its beginning: "long-tail" is "long tail", "Long tail". */
function readAloud(id: string): { within: string; first: string } {
  const known = aloud.get(id);
  if (known !== undefined) return known;
  if (aloud.size >= MAX_REMEMBERED) aloud.clear();
  const within = id.replaceAll("-", " ").replaceAll("_", " ").trim();
  const read = { within, first: capitalised(within) };
  aloud.set(id, read);
  return read;
}

const capitalised = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/**
 * The name a thing goes by: its own, or its id read aloud.
 *
 * @example nameOf({ id: "long-tail" }) → "Long tail"
 */
export const nameOf = ({ id, name }: Named): string =>
  name === undefined ? readAloud(id).first : capitalised(name);

/**
 * The same name within a sentence: an id read aloud begins small, a name a
 * person gave stays as it was typed.
 *
 * @example nameInText({ id: "long-tail" }) → "long tail"
 * @example nameInText({ id: "a", name: "B4 tag" }) → "B4 tag"
 */
export const nameInText = ({ id, name }: Named): string => name ?? readAloud(id).within;

/**
 * A name where there is only room for so many letters.
 *
 * @example shortened("The long rail of the quay", 10) → "The long…"
 */
export const shortened = (name: string, letters: number): string =>
  name.length > letters ? `${name.slice(0, letters - 1).trimEnd()}…` : name;

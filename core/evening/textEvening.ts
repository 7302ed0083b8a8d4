import { complain } from "../problem/complain";
import type { UnreadLine } from "../problem/unreadLine";
import type { LengthUnit } from "../units/length";
import { lengthSchema } from "../units/schema";
import type { Demonstration, Fire, Learner, Span, Work } from "./evening";

interface Line {
  line: number;
  name: string;
  parts: string[];
}

/** "Ines: boat ring, 40 min" of every line that isn't empty: the name, and what stands after the colon. */
function linesOf(text: string, unread: UnreadLine[]): Line[] {
  return text.split("\n").flatMap((whole, index): Line[] => {
    if (whole.trim() === "") return [];
    const colon = whole.indexOf(":");
    const name = whole.slice(0, Math.max(0, colon)).trim();
    const parts = whole
      .slice(colon + 1)
      .split(",")
      .map((part) => part.trim())
      .filter(Boolean);
    if (name !== "" && name.length <= 60 && parts.length > 0)
      return [{ line: index + 1, name, parts }];
    unread.push({ line: index + 1, message: "Write a name, a colon, and what goes with it." });
    return [];
  });
}

const MINUTES = /^(\d{1,4}(?:[.,]\d+)?)\s*(?:min|minutes?)$/i;
const minutesIn = (part: string): number | null => {
  const [, digits] = MINUTES.exec(part) ?? [];
  return digits === undefined ? null : Number(digits.replace(",", "."));
};

/** The words after a keyword, or null: "weld 20 min" after "weld". */
const after = (keyword: string, part: string): string | null =>
  part.toLowerCase().startsWith(`${keyword} `) ? part.slice(keyword.length + 1).trim() : null;

/** A length, or what is wrong with it. */
function mmIn(text: string, unit: LengthUnit): { mm: number } | { message: string } {
  const read = lengthSchema({ unit }).safeParse(text);
  return read.success ? { mm: read.data } : { message: complain(read.error).message };
}

/** Says what is wrong with a part of a line, or takes it and says nothing. */
type Take = (part: string) => string | null;

function takeParts({ line, parts }: Line, take: Take, unread: UnreadLine[]): void {
  const message = parts.map(take).find((said) => said !== null);
  if (message != null) unread.push({ line, message });
}

/**
 * Fires as they are jotted down, one a line: "1: 2 places, welds, even 180 mm, opening 90 mm".
 *
 * @param unit what a bare length is in
 * @example firesTyped("1: 2 places, welds\n2: 1 place, even 180", "mm").fires → [{ id: "1", places: 2, welds: true }, { id: "2", places: 1, welds: false, evenHeatMm: 180 }]
 */
export function firesTyped(
  text: string,
  unit: LengthUnit,
): { fires: Fire[]; unread: UnreadLine[] } {
  const unread: UnreadLine[] = [];
  const fires = linesOf(text, unread).map((one): Fire => {
    const fire: Fire = { id: one.name, places: 1, welds: false };
    const take: Take = (part) => {
      const [, places] = /^(\d{1,2})\s*places?$/i.exec(part) ?? [];
      const [even, opening] = [after("even", part), after("opening", part)];
      if (places !== undefined) fire.places = Number(places);
      else if (part.toLowerCase() === "welds") fire.welds = true;
      else if (even !== null || opening !== null) {
        const read = mmIn((even ?? opening)!, unit);
        if ("message" in read) return read.message;
        if (even !== null) fire.evenHeatMm = read.mm;
        else fire.openingMm = read.mm;
      } else
        return `“${part}” isn’t known of a fire: say 2 places, welds, even 180 mm, opening 90 mm.`;
      return null;
    };
    takeParts(one, take, unread);
    return fire;
  });
  return { fires, unread };
}

/**
 * Who makes what, one piece a line: "Ines: boat ring, 40 min, weld 20 min, heats 120 mm, guided, after point";
 * "Ines: here 30 to 120" says when somebody is there. A piece is called after its learner, too.
 *
 * @param unit what a bare length is in
 * @example workTyped("Ines: ring, 40 min, weld 20 min", "mm").learners → [{ id: "Ines", work: [{ id: "Ines: ring", minutes: 40, weldMinutes: 20 }] }]
 */
export function workTyped(
  text: string,
  unit: LengthUnit,
): { learners: Learner[]; unread: UnreadLine[] } {
  const unread: UnreadLine[] = [];
  const learners = new Map<string, { id: string; here?: Span; work: Work[] }>();
  for (const one of linesOf(text, unread)) {
    const learner = learners.get(one.name) ?? { id: one.name, work: [] };
    learners.set(one.name, learner);
    const [, from, to] = /^here (\d{1,4}) to (\d{1,4})$/i.exec(one.parts[0]!) ?? [];
    if (from !== undefined) {
      learner.here = [Number(from), Number(to)];
      continue;
    }
    const [piece, ...parts] = one.parts;
    const work: Work = { id: `${one.name}: ${piece}`, minutes: 0 };
    const take: Take = (part) => {
      const [minutes, weld] = [minutesIn(part), minutesIn(after("weld", part) ?? "")];
      const [heats, before] = [after("heats", part), after("after", part)];
      if (minutes !== null) work.minutes = minutes;
      else if (weld !== null) work.weldMinutes = weld;
      else if (part.toLowerCase() === "guided") work.guided = true;
      else if (before !== null) work.after = [...(work.after ?? []), `${one.name}: ${before}`];
      else if (heats !== null) {
        const read = mmIn(heats, unit);
        if ("message" in read) return read.message;
        work.heatMm = read.mm;
      } else
        return `“${part}” isn’t known of a piece: say 40 min, weld 20 min, heats 120 mm, guided, after and a piece.`;
      return null;
    };
    takeParts({ ...one, parts }, take, unread);
    if (work.minutes > 0) learner.work.push(work);
    else if (!unread.some(({ line }) => line === one.line))
      unread.push({ line: one.line, message: "Say how long it takes: 40 min." });
  }
  return { learners: [...learners.values()], unread };
}

/**
 * What is shown, one a line, after who shows it: "Oda: first weld, 10 min, for Ines, for Corin, before boat
 * ring, at 1". The work it comes before is that piece of each it is for.
 *
 * @example shownTyped("Oda: weld, 10 min, for Ines").demonstrations → [{ id: "weld", by: "Oda", minutes: 10, for: ["Ines"] }]
 */
export function shownTyped(text: string): {
  demonstrations: Demonstration[];
  unread: UnreadLine[];
} {
  const unread: UnreadLine[] = [];
  const demonstrations = linesOf(text, unread).map((one): Demonstration => {
    const [name, ...parts] = one.parts;
    const learners: string[] = [];
    const before: string[] = [];
    const shown = { id: name!, by: one.name, minutes: 0 };
    let at: string | undefined;
    const take: Take = (part) => {
      const minutes = minutesIn(part);
      const [who, what, where] = ["for", "before", "at"].map((word) => after(word, part));
      if (minutes !== null) shown.minutes = minutes;
      else if (who != null) learners.push(who);
      else if (what != null) before.push(what);
      else if (where != null) at = where;
      else
        return `“${part}” isn’t known of a demonstration: say 10 min, for and a learner, before and a piece, at and a fire.`;
      return null;
    };
    takeParts({ ...one, parts }, take, unread);
    const isWhole = shown.minutes > 0 && learners.length > 0;
    if (!isWhole && !unread.some(({ line }) => line === one.line))
      unread.push({ line: one.line, message: "Say how long it takes and for whom: 10 min, for Ines." }); // prettier-ignore
    return {
      ...{ ...shown, for: learners },
      ...(before.length > 0
        ? { before: learners.flatMap((who) => before.map((what) => `${who}: ${what}`)) }
        : {}),
      ...(at === undefined ? {} : { at }),
    };
  });
  return { demonstrations, unread };
}

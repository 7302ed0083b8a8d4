import type { Stretch } from "../bar/schema";
import type { Section } from "../section/section";
import type { Scan } from "./scan";

/** A section of the same shape with another size: what is meant by "to 4". */
function resized(section: Section, sizeMm: number): Section {
  return section.shape === "flat"
    ? { ...section, thickness: Math.min(sizeMm, section.width) }
    : { ...section, size: sizeMm };
}

const ACCEPTED = ["80 long", "8 square", "25 by 6", "to 4", "to a point", "at A", "both"];

/** The section an end of a taper is given: a point, a section, or a size of the shape it had. */
function endSection(scan: Scan, had: Section | "point", usual: Section): Section | "point" | null {
  if (scan.word("point", "a point")) return "point";
  const section = scan.section();
  if (section) return section;
  const sizeMm = scan.length();
  return sizeMm === null ? null : resized(had === "point" ? usual : had, sizeMm);
}

/** One thing said of a stretch, and which of its numbers it is. */
interface Saying {
  of: "length" | "section" | "from" | "to" | "volume";
  stretch: Stretch;
}

/** Reads one thing said of a stretch; null where nothing of it stands there. */
function readOne(scan: Scan, stretch: Stretch, usual: Section): Saying | null {
  const section = scan.attempt(() => scan.section());
  if (section) return sectionSaid(stretch, section);
  if (stretch.kind === "transition") {
    const to = scan.attempt(() => (scan.word("to") ? endSection(scan, stretch.to, usual) : null));
    if (to !== null) return { of: "to", stretch: { ...stretch, to } };
    const from = scan.attempt(() =>
      scan.word("from") ? endSection(scan, stretch.from, usual) : null,
    );
    if (from !== null) return { of: "from", stretch: { ...stretch, from } };
  }
  if (stretch.kind === "prism") {
    const sizeMm = scan.attempt(() => (scan.word("to") ? scan.length() : null));
    if (sizeMm !== null) return sectionSaid(stretch, resized(stretch.section, sizeMm));
  }
  if (stretch.kind === "free") {
    const cm3 = scan.attempt(() => {
      const count = scan.number();
      return count !== null && scan.word("cm3", "cm³", "cc") ? count : null;
    });
    if (cm3 !== null) return { of: "volume", stretch: { ...stretch, volume: cm3 * 1000 } };
  }
  scan.word("length", "long");
  const length = scan.length();
  if (length === null) return null;
  scan.word("long");
  return { of: "length", stretch: { ...stretch, length } };
}

/** A section said of a stretch: of a taper it is what it runs to; a free form has none. */
function sectionSaid(stretch: Stretch, section: Section): Saying | null {
  if (stretch.kind === "transition") return { of: "to", stretch: { ...stretch, to: section } };
  return stretch.kind === "prism" ? { of: "section", stretch: { ...stretch, section } } : null;
}

/**
 * A stretch with what is said of it: a length, a section, what it runs to.
 *
 * @param place reads where it goes, null where that is not said here
 * @throws Refusal `phrase-unread`, and what lengths and sections throw
 */
export function stretchFromWords(
  scan: Scan,
  start: Stretch,
  usual: Section,
  place: () => true | null,
): Stretch {
  let stretch = start;
  const said = new Set<Saying["of"]>();
  while (!scan.done) {
    if (place()) continue;
    const next = scan.attempt(() => {
      const saying = readOne(scan, stretch, usual);
      // Said twice it can't be meant: one of the two was for something else.
      return saying && !said.has(saying.of) ? saying : null;
    });
    if (next === null) scan.refuse(ACCEPTED);
    said.add(next.of);
    stretch = next.stretch;
  }
  return stretch;
}

import { cutlist, type CutBar } from "../cutlist/cutlist";
import { sectionAreaMm2, type Section } from "../section/section";
import { printSection } from "../section/spoken";
import { STEEL_DENSITY_KG_M3 } from "../section/steel";

/** Bars of one length on the rack. */
export interface RackBar {
  id: string;
  section: Section;
  steel: string;
  lengthMm: number;
  count: number;
  /** Left over from another: it is used up before a new bar is begun. */
  isOffcut: boolean;
  pricePerKg: number | null;
}

/** A length somebody needs. */
export interface WantedCut {
  /** Its own: no other wanted length has it. */
  id: string;
  section: Section;
  steel: string;
  mm: number;
}

/** A bar to saw, and what is left of it. */
export interface BarToSaw {
  bar: RackBar;
  cuts: WantedCut[];
  offcutMm: number;
  /** Too short to go back on the rack. */
  isScrap: boolean;
  /** What is used of it, and what that costs; null where no price is known. */
  kg: number;
  cost: number | null;
}

/** All bars of one section and steel. */
export interface SectionToSaw {
  /** As it is said in millimetres. */
  stock: string;
  steel: string;
  bars: BarToSaw[];
  /** What no bar on the rack is left for. */
  short: WantedCut[];
  /** The section in hand that is nearest, where something is short; null where there is none. */
  nearest: string | null;
  /** Whether no other way begins fewer new bars, touches fewer offcuts, or leaves less over. */
  isProved: boolean;
}

export interface SawRules {
  kerfMm: number;
  endTrimMm: number;
  /** An offcut shorter than this is scrap. */
  scrapUnderMm: number;
}

/** As a bandsaw cuts, and what a smith still keeps (common practice, no source). */
export const USUAL_SAW: SawRules = { kerfMm: 1.5, endTrimMm: 0, scrapUnderMm: 150 };

export const kgOf = (section: Section, mm: number): number =>
  (sectionAreaMm2(section) * mm * STEEL_DENSITY_KG_M3) / 1e9;

/**
 * What to saw from which bars of the rack, section by section: of each as much as the rack holds,
 * then the fewest new bars, then the fewest offcuts, then the least left over. See {@link cutlist}.
 *
 * @throws Error before the solver is loaded
 */
export function sawList(
  wanted: readonly WantedCut[],
  rack: readonly RackBar[],
  rules: SawRules = USUAL_SAW,
): SectionToSaw[] {
  const keyOf = ({ section, steel }: { section: Section; steel: string }) =>
    `${printSection(section, "mm")} ${steel}`;
  const keys = [...new Set(wanted.map(keyOf))].sort();
  return keys.map((key) => {
    const cuts = wanted.filter((one) => keyOf(one) === key);
    const bars = rack.filter((one) => keyOf(one) === key && one.count > 0);
    const { section, steel } = cuts[0]!;
    const sawn = sawSection(cuts, bars, rules);
    return {
      stock: printSection(section, "mm"),
      steel,
      ...sawn,
      nearest: sawn.short.length > 0 ? nearestInHand(sawn.short, rack) : null,
    };
  });
}

function sawSection(
  cuts: readonly WantedCut[],
  bars: readonly RackBar[],
  rules: SawRules,
): Pick<SectionToSaw, "bars" | "short" | "isProved"> {
  const list = (wanted: readonly WantedCut[]) => {
    const pieces = wanted.map(({ id, mm }) => ({ id, lengthMm: mm, count: 1 }));
    // New bars as if they were bought: the fewest of them come before the fewest offcuts.
    const asBought = bars.map((bar) => ({ ...bar, count: bar.isOffcut ? bar.count : null }));
    const found = cutlist({ ...rules, bars: asBought, pieces });
    return "short" in found || isOnRack(found.bars, bars)
      ? found
      : cutlist({ ...rules, bars, pieces });
  };
  let held = cuts;
  let short: WantedCut[] = [];
  let found = list(held);
  // What is too long for every bar is named first; what the rest then lacks, next.
  while ("short" in found) {
    const missing = new Set(found.short.map(({ id }) => id));
    short = [...short, ...held.filter(({ id }) => missing.has(id))];
    held = held.filter(({ id }) => !missing.has(id));
    found = list(held);
  }
  // What one would buy for isn't all that is short: an untouched bar may hold some of it.
  for (const one of short) {
    const more = list([...held, one]);
    if ("short" in more) continue;
    found = more;
    held = [...held, one];
  }
  short = short.filter((one) => !held.includes(one));
  const rackOf = new Map(bars.map((bar) => [bar.id, bar]));
  const wantedOf = new Map(cuts.map((cut) => [cut.id, cut]));

  return {
    bars: found.bars.map((cut) => toSaw(cut, rackOf, wantedOf, rules)),
    short,
    isProved: found.isOptimal,
  };
}

/** Whether the rack has all the bars that are cut. */
const isOnRack = (cut: readonly CutBar[], bars: readonly RackBar[]): boolean =>
  bars.every(({ id, count }) => cut.filter(({ bar }) => bar === id).length <= count);

function toSaw(
  { bar: id, cuts, offcutMm }: CutBar,
  rackOf: ReadonlyMap<string, RackBar>,
  wantedOf: ReadonlyMap<string, WantedCut>,
  { scrapUnderMm }: SawRules,
): BarToSaw {
  const bar = rackOf.get(id)!;
  const isScrap = offcutMm < scrapUnderMm;
  const kg = kgOf(bar.section, bar.lengthMm - (isScrap ? 0 : offcutMm));
  return {
    bar,
    cuts: cuts.map((cut) => wantedOf.get(cut)!),
    offcutMm,
    isScrap,
    kg,
    cost: bar.pricePerKg === null ? null : kg * bar.pricePerKg,
  };
}

/** The section on the rack nearest in area, of the same steel, that has a bar long enough. */
function nearestInHand(short: readonly WantedCut[], rack: readonly RackBar[]): string | null {
  const { section, steel } = short[0]!;
  const longestMm = Math.max(...short.map(({ mm }) => mm));
  const wantedMm2 = sectionAreaMm2(section);
  const off = (one: RackBar) => Math.abs(Math.log(sectionAreaMm2(one.section) / wantedMm2));
  const [nearest] = rack
    .filter(
      (one) =>
        one.count > 0 &&
        one.steel === steel &&
        one.lengthMm >= longestMm &&
        printSection(one.section, "mm") !== printSection(section, "mm"),
    )
    .sort((a, b) => off(a) - off(b));
  return nearest ? printSection(nearest.section, "mm") : null;
}

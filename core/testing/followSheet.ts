/**
 * A second, independent little simulator of constant volume: perfect hands that
 * know nothing but the sheet and its pictures. They take the stages as the command
 * line prints them, cut a bar, and do what each stage says with what lies between
 * the places it says. Volumes are added up numerically; nothing is shared with the
 * model that made the sheet.
 */

type Section =
  { shape: string; size: number } | { shape: "flat"; width: number; thickness: number };
type End = Section | "point";
export type SheetStretch = { id: string; length: number; technique?: string } & (
  | { kind: "prism"; section: Section }
  | { kind: "transition"; from: End; to: End }
  | { kind: "free"; volume: number }
);
type SheetFeature = { id: string } & ({ at: number } | { from: number; to: number });

interface SheetPiece {
  stock: { section: Section };
  stretches: readonly SheetStretch[];
  features?: readonly SheetFeature[] | undefined;
  allowances?: { scale?: number | undefined } | undefined;
  parts?:
    readonly { id: string; cutFrom?: string | undefined; count?: number | undefined }[] | undefined;
}

export interface Sheet {
  marks: { what: string; fromAMm: number; part: string }[];
  stages: {
    operation: string;
    on: string[];
    part: string;
    sizes: { name: string; value: number | number[] }[];
    bar: { piece: SheetPiece };
  }[];
}
type SheetStage = Sheet["stages"][number];

/** The two sizes of a section, and what their product is taken times to be its area. */
interface Cross {
  wide: number;
  thick: number;
  times: number;
}

/** A regular polygon's area is n·tan(π/n)/4 of its size across the flats squared; a round's π/4. */
const SIDES: Record<string, number> = { square: 4, octagon: 8, hexagon: 6 };
const areaTimes = (shape: string) =>
  shape === "round" ? Math.PI / 4 : (SIDES[shape]! * Math.tan(Math.PI / SIDES[shape]!)) / 4;

function crossOf(section: Section): Cross {
  return "size" in section
    ? { wide: section.size, thick: section.size, times: areaTimes(section.shape) }
    : { wide: section.width, thick: section.thickness, times: 1 };
}

function crossesOf(form: SheetStretch): [Cross, Cross] | null {
  if (form.kind === "free") return null;
  if (form.kind === "prism") return [crossOf(form.section), crossOf(form.section)];
  const [from, to] = [form.from, form.to].map((end) => (end === "point" ? null : crossOf(end)));
  const shrunk = { wide: 0, thick: 0, times: (from ?? to)!.times };
  return [from ?? shrunk, to ?? shrunk];
}

const mix = (a: number, b: number, share: number) => a + (b - a) * share;
const rootOf = ({ wide, thick, times }: Cross) => Math.sqrt(wide * thick * times);

/** Area at a share of the length: sizes in a straight line within a family, the root of the area across families. */
function areaAt([from, to]: [Cross, Cross], share: number): number {
  if (Math.abs(from.times - to.times) < 1e-9)
    return from.times * mix(from.wide, to.wide, share) * mix(from.thick, to.thick, share);
  return mix(rootOf(from), rootOf(to), share) ** 2;
}

const STRIPS = 40;

/** Volume of the first share of a length of 1, by Simpson's rule; even where there is no section. */
function volumeUpTo(crosses: [Cross, Cross] | null, share: number): number {
  if (!crosses) return share;
  let sum = areaAt(crosses, 0) + areaAt(crosses, share);
  for (let strip = 1; strip < STRIPS; strip += 1)
    sum += areaAt(crosses, (share * strip) / STRIPS) * (strip % 2 ? 4 : 2);
  return (sum / (3 * STRIPS)) * share;
}

/** A length of bar between two marks. */
interface Run {
  form: SheetStretch;
  lengthMm: number;
  /** Outside volume, mm³. */
  volumeMm3: number;
  /** Whether its scale has come off. */
  worked: boolean;
}

/** A place in the steel: its run, and the share of that run's volume before it. */
interface Anchor {
  run: number;
  share: number;
}

/** The numbers of a stage, by the names the sheet gives them. */
function numbersOf({ sizes }: SheetStage) {
  const find = (name: string) => sizes.find((size) => size.name === name)?.value;
  return {
    one: (name: string) => find(name) as number | undefined,
    many: (name: string) => find(name) as number[] | undefined,
    place: () =>
      ["From end A", "Middle from end A", "Fold from end A", "Gather at"]
        .map((name) => find(name) as number | undefined)
        .find((mm) => mm !== undefined),
  };
}

/** Area of an eye, mm²; null where the stage makes none. */
function openingMm2({ one, many }: ReturnType<typeof numbersOf>): number | null {
  const [diameter, square, oval] = [one("Diameter"), one("Square"), many("Along and across")];
  if (diameter !== undefined) return (Math.PI / 4) * diameter ** 2;
  if (square !== undefined) return square ** 2;
  return oval ? (Math.PI / 4) * oval[0]! * oval[1]! : null;
}

/** What the sheet calls the numbers of a feature. */
const FIELDS = {
  Diameter: "diameter",
  Square: "diameter",
  "Inside radius": "insideRadius",
  Turns: "turns",
  Inside: "insideDiameter",
  Gap: "gap",
} as const;

class PerfectHands {
  private runs: Run[] = [];
  private readonly placed = new Map<string, { anchors: Anchor[]; said: object }>();
  private readonly slugMm2 = new Map<string, number>();

  constructor(private readonly piece: SheetPiece) {}

  /** Does what one stage says. */
  follow(stage: SheetStage, marksMm: readonly number[]): void {
    const numbers = numbersOf(stage);
    const cutMm = numbers.one("Cut") ?? numbers.one("End B at");
    if (cutMm !== undefined) this.cut(cutMm, marksMm);
    const leftMm = numbers.one("Left of it");
    if (leftMm !== undefined) this.cutBack(leftMm);
    const slot = numbers.many("Slot");
    if (slot) this.slugMm2.set(stage.on[0]!, slot[0]! * slot[1]!);
    if (numbers.one("Gather at") !== undefined) this.gather(numbers);
    else if (numbers.one("Whole bar then") !== undefined) this.reshape(stage, numbers);
    this.place(stage, numbers);
  }

  /** Cuts the bar and marks it: what lies between two marks is a run of its own. */
  private cut(lengthMm: number, marksMm: readonly number[]): void {
    const { section } = this.piece.stock;
    const area = volumeUpTo([crossOf(section), crossOf(section)], 1);
    const ends = [...marksMm, lengthMm];
    this.runs = ends.map((endMm, index) => {
      const length = endMm - (ends[index - 1] ?? 0);
      const form: SheetStretch = { id: "stock", kind: "prism", section, length };
      return { form, lengthMm: length, volumeMm3: area * length, worked: false };
    });
  }

  /** Takes off what lies beyond a length, which is in the last run. */
  cutBack(lengthMm: number): void {
    const last = this.runs.at(-1)!;
    const overMm = this.lengthMm - lengthMm;
    last.volumeMm3 *= 1 - overMm / last.lengthMm;
    last.lengthMm -= overMm;
  }

  get lengthMm(): number {
    return this.runs.reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  }

  /** Works the run between two places to the form in the picture, with the section that is said: its length follows. */
  private reshape(stage: SheetStage, numbers: ReturnType<typeof numbersOf>): void {
    const [fromMm, toMm] = numbers.many("From and to") as [number, number];
    const index = this.runAt((fromMm + toMm) / 2);
    const run = this.runs[index]!;
    const pictured = stage.bar.piece.stretches[index]!;
    const said = stage.sizes.find(({ name }) => name === "Section")?.value;
    const form = said === undefined ? pictured : withSection(pictured, said);
    const crosses = crossesOf(form);
    // What keeps the bar's section scales away only where it is welded.
    const kept = JSON.stringify(crosses) === JSON.stringify(crossesOf(run.form));
    const scales = !run.worked && (!kept || stage.operation === "weld");
    const scale = scales ? (this.piece.allowances?.scale ?? 0) : 0;
    const thick = crosses?.[0].thick ?? 0;
    const openMm2 = openingMm2(numbers);
    const openedMm3 =
      openMm2 === null ? 0 : (openMm2 - (this.slugMm2.get(stage.on[0]!) ?? 0)) * thick;
    // What stands out of the bar is bar that was gathered; what is driven out of it goes on into it.
    const movedMm =
      (numbers.one("Bar it drives on") ?? 0) - (numbers.one("Bar gathered into it") ?? 0);
    const { section } = this.piece.stock;
    const movedMm3 = movedMm * volumeUpTo([crossOf(section), crossOf(section)], 1);
    const volumeMm3 = run.volumeMm3 / (1 + scale) + openedMm3 + movedMm3;
    const perMm = volumeUpTo(crosses, 1);
    const lengthMm = crosses ? volumeMm3 / perMm : numbers.one("Length")!;
    this.runs[index] = { form, lengthMm, volumeMm3, worked: true };
  }

  /** Drives as much of the bar together as is said, where it is said. */
  private gather({ one, place }: ReturnType<typeof numbersOf>): void {
    const gatheredMm = one("Bar gathered into it")!;
    const run = this.runs[this.runAt(place()!)]!;
    run.volumeMm3 *= 1 - gatheredMm / run.lengthMm;
    run.lengthMm -= gatheredMm;
  }

  private runAt(mm: number): number {
    let endMm = 0;
    const index = this.runs.findIndex(({ lengthMm }) => (endMm += lengthMm) > mm);
    return index < 0 ? this.runs.length - 1 : index;
  }

  /** Puts on what the picture shows from this stage on, where and as the sheet says. */
  private place(stage: SheetStage, numbers: ReturnType<typeof numbersOf>): void {
    for (const id of stage.on) {
      if (!stage.bar.piece.features?.some((one) => one.id === id)) continue;
      const at = numbers.place();
      const places = at === undefined ? numbers.many("From and to") : [at];
      if (!places) continue;
      const said = Object.fromEntries(
        Object.entries(FIELDS).flatMap(([name, field]) => {
          const value = numbers.one(name);
          return value === undefined ? [] : [[field, value]];
        }),
      );
      this.placed.set(id, { anchors: places.map((mm) => this.anchorAt(mm)), said });
    }
  }

  private anchorAt(mm: number): Anchor {
    const run = this.runAt(mm);
    const { form, lengthMm } = this.runs[run]!;
    const share = Math.min(1, Math.max(0, (mm - this.startOf(run)) / lengthMm));
    const crosses = crossesOf(form);
    return { run, share: volumeUpTo(crosses, share) / volumeUpTo(crosses, 1) };
  }

  private startOf(run: number): number {
    return this.runs.slice(0, run).reduce((sum, { lengthMm }) => sum + lengthMm, 0);
  }

  /** Where a place in the steel lies now, by halving. */
  private placeOf({ run, share }: Anchor): number {
    const { form, lengthMm } = this.runs[run]!;
    const crosses = crossesOf(form);
    const wanted = share * volumeUpTo(crosses, 1);
    let [low, high] = [0, 1];
    for (let step = 0; step < 40; step += 1) {
      const middle = (low + high) / 2;
      if (volumeUpTo(crosses, middle) < wanted) low = middle;
      else high = middle;
    }
    return this.startOf(run) + low * lengthMm;
  }

  /** What has been made, as a piece. */
  made() {
    const stretches = this.runs.map(({ form, lengthMm, volumeMm3 }, index): SheetStretch => {
      const { id, technique } = this.piece.stretches[index]!;
      const named = { ...form, id, length: lengthMm, ...(technique ? { technique } : {}) };
      return named.kind === "free" ? { ...named, volume: volumeMm3 } : named;
    });
    const features = (this.piece.features ?? []).map((feature) => {
      const { anchors, said } = this.placed.get(feature.id)!;
      const [first, last] = anchors.map((anchor) => Math.min(this.lengthMm, this.placeOf(anchor)));
      const where = "at" in feature ? { at: first } : { from: first, to: last };
      // Only what the feature is made by: a sheet says more.
      const own = Object.fromEntries(Object.entries(said).filter(([field]) => field in feature));
      return { ...feature, ...own, ...where };
    });
    return { ...this.piece, stretches, features };
  }
}

function withSection(form: SheetStretch, said: number | number[]): SheetStretch {
  if (form.kind !== "prism") return form;
  const section: Section =
    typeof said === "number"
      ? { shape: form.section.shape, size: said }
      : { shape: "flat", width: said[0]!, thickness: said[1]! };
  return { ...form, section };
}

/** What perfect hands make of the first bar of a piece by its sheet. */
export function followSheet(piece: SheetPiece, { marks, stages }: Sheet) {
  const hands = new PerfectHands(piece);
  const marksMm = marks
    .filter(({ part, what }) => part === "main" && what.includes("Between "))
    .map(({ fromAMm }) => fromAMm);
  for (const stage of stages) {
    if (stage.part === "main") hands.follow(stage, marksMm);
    // What is forged on the same bar beyond its end B is marked off it, and cut apart later.
    const part = piece.parts?.find(({ id, cutFrom }) => id === stage.part && cutFrom === "main");
    const endB = stage.sizes.find(({ name }) => name === "End B at")?.value as number | undefined;
    if (part && endB !== undefined) hands.cutBack(hands.lengthMm - endB * (part.count ?? 1));
  }
  return hands.made();
}

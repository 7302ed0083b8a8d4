import type { Prism, Stretch, Transition } from "../bar/schema";
import { endAreaMm2, keepsSection } from "../bar/stretch";
import type { StageSize } from "../operation/operation";
import type { OperationKey } from "../operation/registry";
import { caliperSizesMm, scaledSection, sectionAreaMm2, type Section } from "../section/section";

/** One operation a stretch asks for, and what it leaves of it. */
export interface RecipeStep {
  key: OperationKey;
  /** The form it leaves; none where the form stays. Its length follows from the steel. */
  to?: "finished" | Stretch;
  words?: string;
  check?: string;
  /** Sizes besides those of the form it leaves. */
  sizes?: StageSize[];
}

/** Where a stretch stands on its bar. */
export interface RecipeContext {
  stock: Section;
  /** Whether it begins the bar, and whether it ends it. */
  first: boolean;
  last: boolean;
  /** Whether an eye is drifted in it: it swells by itself. */
  drifted: boolean;
}

/** A section larger or smaller than the stock by less is the stock. */
const SAME_SHARE = 0.001;
/** A flat end wider than the bar by more is spread; less comes of drawing it thin (common practice, no source). */
const FAN_SHARE = 1.25;
/** How blunt the first point of a leaf is, as a share of the bar (common practice, no source). */
const LEAF_POINT_SHARE = 0.5;

/** A leaf is set in to half the bar's thickness, about 6 mm behind its taper (common practice, no source). */
const SET_DOWN_SHARE = 0.5;
const BEHIND_LEAF_MM = 6;

const SET_DOWN_TECHNIQUES = new Set(["shoulder", "isolating"]);

/**
 * The operations that bring a length of stock to a stretch, in the order they are
 * done: upset what is larger, spread what is wider and thinner, set down a
 * shoulder, fuller a neck, taper an end, draw the rest (common practice, no source).
 *
 * @returns nothing for a stretch that keeps its stock's section, or whose eye is drifted
 */
export function recipeOf(stretch: Stretch, context: RecipeContext): RecipeStep[] {
  if (context.drifted || keepsSection(stretch, context.stock)) return [];
  switch (stretch.kind) {
    case "prism":
      return ofPrism(stretch, context.stock);
    case "transition":
      return ofTransition(stretch, context);
    case "free":
      return ofFree(stretch, context);
  }
}

const grows = (section: Section, stock: Section) =>
  sectionAreaMm2(section) > sectionAreaMm2(stock) * (1 + SAME_SHARE);

const isWider = (section: Section, stock: Section) =>
  caliperSizesMm(section)[1] > caliperSizesMm(stock)[1] * (1 + SAME_SHARE);
const isThinner = (section: Section, stock: Section) =>
  caliperSizesMm(section)[0] < caliperSizesMm(stock)[0] * (1 - SAME_SHARE);

/** The stock's own shape at another area. */
function stockOfArea(stock: Section, areaMm2: number): Section {
  return scaledSection(stock, Math.sqrt(areaMm2 / sectionAreaMm2(stock)));
}

function ofPrism(stretch: Prism, stock: Section): RecipeStep[] {
  const { section, technique = "" } = stretch;
  const spreads = section.shape === "flat" && isWider(section, stock) && isThinner(section, stock);
  if (grows(section, stock)) {
    if (!spreads) return [{ key: "upset", to: "finished" }];
    const gathered = { ...stretch, section: stockOfArea(stock, sectionAreaMm2(section)) };
    return [
      { key: "upset", to: gathered },
      { key: "spread", to: "finished" },
    ];
  }
  if (SET_DOWN_TECHNIQUES.has(technique)) return [{ key: "set-down", to: "finished" }];
  if (technique === "fullering") return [{ key: "fuller", to: "finished" }];
  if (technique === "chamfer") return [{ key: "chamfer", to: "finished" }];
  if (spreads) return [{ key: "spread", to: "finished" }];
  const key = technique === "section-change" ? "section-change" : "draw";
  return [{ key, to: "finished", ...drawWords(section) }];
}

/** How a section is come to: rounds by way of square and octagon, an octagon on the corners of its square. */
function drawWords(section: Section): Partial<RecipeStep> {
  switch (section.shape) {
    case "round":
      return {
        words:
          "Square first, then octagon, then sixteen sides, then round: never round from the start.",
        check: "No flats left; two diameters agree.",
      };
    case "octagon":
      return {
        words: "Square first, then on its corners, light and even, until all eight flats agree.",
        check: "Eight flats of one width; across them in all four ways.",
      };
    case "hexagon":
      return {
        words: "By its three pairs of flats in turn, a sixth of a turn each time.",
        check: "Six flats of one width; across them in all three ways.",
      };
    case "flat":
      return {
        words: "Face and edge by turns, a true quarter each time, the edge before it buckles.",
        check: "Both sizes against the parent bar; edges square.",
      };
    case "half-round":
      return {
        words: "Flat first, then its upper corners knocked down and rounded over the anvil’s edge.",
        check: "The back flat on the anvil; its height half its width.",
      };
    case "square":
    case "tube":
      return {};
  }
}

const isRound = (section: Section | "point") => section !== "point" && section.shape === "round";

function ofTransition(stretch: Transition, context: RecipeContext): RecipeStep[] {
  const { from, to } = stretch;
  const { stock } = context;
  const [large, small] = endAreaMm2(from) >= endAreaMm2(to) ? [from, to] : [to, from];
  if (large === "point") return [];
  const stockMm2 = sectionAreaMm2(stock);
  const steps: RecipeStep[] = [];
  if (grows(large, stock)) {
    // A flare from the bar's own size is gathered in one; one that also thins is gathered first.
    if (endAreaMm2(small) >= stockMm2 * (1 - SAME_SHARE)) return [{ key: "upset", to: "finished" }];
    const gathered: Prism = {
      ...base(stretch),
      kind: "prism",
      section: stockOfArea(stock, sectionAreaMm2(large)),
    };
    steps.push({ key: "upset", to: gathered });
  }
  const tipAtEnd = (small === from && context.first) || (small === to && context.last);
  return [...steps, { to: "finished", ...shapingOf(stretch, small, { stock, tipAtEnd }) }];
}

const base = ({ id, name, length, technique }: Stretch) => ({
  id,
  length,
  ...(name === undefined ? {} : { name }),
  ...(technique === undefined ? {} : { technique }),
});

function shapingOf(
  { technique = "", from, to }: Transition,
  small: Section | "point",
  { stock, tipAtEnd }: { stock: Section; tipAtEnd: boolean },
): Pick<RecipeStep, "key" | "words" | "check"> {
  const flat = small !== "point" && small.shape === "flat";
  const stockWidthMm = caliperSizesMm(stock)[1];
  const fans =
    flat &&
    isWider(small, stock) &&
    (technique === "flat-taper" || small.width > stockWidthMm * FAN_SHARE);
  if (fans)
    return {
      key: "spread",
      words:
        "Point it short first, so that it can’t cup; then cross-peen from the centre out, then the corners, even to both sides.",
      check: "As far out to the left as to the right; lips dressed back if the end has cupped.",
    };
  const round = isRound(from) || isRound(to);
  if (!tipAtEnd)
    return {
      key: "section-change",
      ...(round
        ? {
            words:
              "From the mark towards the smaller section: square, then octagon, then sixteen, and let the corners run out evenly into the bar.",
          }
        : {}),
    };
  if (technique === "short-taper")
    return {
      key: "taper",
      words:
        "A steep hammer and glancing blows drive the metal back: the strength stays at the point.",
      check: "The point in the middle of the bar; as blunt on every side.",
    };
  if (round)
    return {
      key: "taper",
      words:
        "Start at the tip. Square first, then knock the corners to an octagon, then to sixteen, and only then round it with light blows, the bar always turning.",
      check: "No spiral in the edges before it is rounded.",
    };
  if (flat)
    return {
      key: "taper",
      words: "Point it short first, so that it can’t cup. Then cross-peen out, back to the mark.",
      check: "Lips dressed back, if the end has cupped; both edges straight.",
    };
  return { key: "taper" };
}

function ofFree(stretch: Extract<Stretch, { kind: "free" }>, context: RecipeContext): RecipeStep[] {
  const { technique } = stretch;
  if (technique === "leaf" && (context.first || context.last)) return ofLeaf(stretch, context);
  if (technique === "splitting")
    return [
      {
        key: "punch",
        words: "Punch a small hole where the crotch will be: it stops the slit from running on.",
        check: "In the middle of the bar.",
      },
      { key: "slit" },
      { key: "open-legs", to: "finished" },
    ];
  return [{ key: "free", to: "finished" }];
}

function ofLeaf(stretch: Stretch, { stock, first }: RecipeContext): RecipeStep[] {
  const point = stockOfArea(stock, sectionAreaMm2(stock) * LEAF_POINT_SHARE ** 2);
  const [from, to] = first ? [point, stock] : [stock, point];
  return [
    {
      key: "taper",
      to: { ...base(stretch), kind: "transition", from, to },
      words: "A short blunt taper at the end: this is the leaf’s tip.",
      check: "Short and even: no cupped end.",
    },
    {
      key: "set-down",
      sizes: [
        { name: "Neck", value: caliperSizesMm(stock)[0] * SET_DOWN_SHARE, unit: "mm" },
        { name: "Behind the taper", value: BEHIND_LEAF_MM, unit: "mm" },
      ],
      words:
        "Set in behind the leaf from both sides, to half the bar’s thickness: it isolates the leaf and begins the stem.",
      check: "The neck in the middle, its corners not sharp.",
    },
    {
      key: "spread",
      to: "finished",
      words:
        "Cross-peen from the midrib out, then the edge; thin at the edge, thicker along the middle.",
      check: "Even to both sides; lay it on its template.",
    },
    { key: "vein" },
    { key: "dish" },
  ];
}

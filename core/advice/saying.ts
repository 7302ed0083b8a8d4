import type { MeasuredUnit } from "../measure/characteristic";

/** How a section is brought to another. */
export type ShapingVerb = "draw" | "set-down" | "spread" | "fuller" | "work" | "upset" | "jump";

/** The further part something is on, where its own name doesn't say so. */
interface OfPart {
  of?: string;
}

/** What one line of the advice says, still without its language of lengths. */
export type Saying =
  | ({ code: "square"; name: string; offSquareDeg: number | null } & OfPart)
  /** Bar off an end; of which stretch, where it is a stretch's. */
  | ({ code: "cut"; end: "A" | "B"; mm: number; name: string | null } & OfPart)
  | ({
      code: "draw" | "upset";
      /** The stretch, and which place of it changes most. */
      name: string;
      place: "tip" | "middle" | "base" | null;
      verb: ShapingVerb;
      /** Sizes there, one where both ways are alike. */
      fromMm: number[];
      toMm: number[];
      /** The length to come to, where nobody reads how thick it is; else null. */
      untilMm: number | null;
      /** Bar it takes from beside it: of which stretch, how much. */
      carried: { from: string; name: string; mm: number }[];
      /** Openings it pulls out of true; engines before 12 didn't say them. */
      trued?: string[];
    } & OfPart)
  | ({
      code: "rework";
      say: string;
      name: string;
      to: number | null;
      unit: MeasuredUnit;
    } & OfPart)
  | { code: "remedy"; kind: string; remedy: string }
  | { code: "try"; question: string; say: string };

/** How lengths are said. */
export type SayLength = (mm: number) => string;

/** What is done, and how, in shop words. */
export interface Said {
  title: string;
  detail: string;
}

const capitalised = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

const VERBS: Record<ShapingVerb, (it: string) => string> = {
  draw: (it) => `Draw ${it} down`,
  "set-down": (it) => `Set ${it} down`,
  spread: (it) => `Spread ${it} on`,
  fuller: (it) => `Fuller ${it} on`,
  work: (it) => `Work ${it} on to its template`,
  upset: (it) => `Upset ${it} on`,
  jump: (it) => `Jump ${it} up`,
};

/** The instruction of a line, and beneath it how. */
export function wordsOf(saying: Saying, length: SayLength): Said {
  switch (saying.code) {
    case "square":
      return {
        title: `Square ${itOf(saying.name, saying)} up`,
        detail:
          saying.offSquareDeg === null
            ? "Stand it on the long diagonal at orange."
            : `Stand it on the long diagonal at orange: its corners are ${saying.offSquareDeg.toFixed(0)}° off square.`,
      };
    case "cut":
      return {
        title: `${saying.mm < MIN_HARDY_MM ? "Rasp" : "Cut"} ${length(saying.mm)} off ${itOf(saying.name ?? `end ${saying.end}`, saying)}`,
        detail:
          saying.mm < MIN_HARDY_MM
            ? "Hot, and square to the bar: it is too little for the hardy."
            : "On the hardy, all but through, and break it.",
      };
    case "draw":
    case "upset":
      return shapingWords(saying, length);
    case "rework":
      return {
        title: capitalised(
          saying.say
            .replace("{it}", itOf(saying.name, saying))
            .replace("{to}", saying.to === null ? "" : sizeWords(saying.to, saying.unit, length)),
        ),
        detail: "",
      };
    case "remedy":
      return { title: saying.kind, detail: saying.remedy };
    case "try":
      return { title: saying.say, detail: saying.question };
  }
}

/** Less than this of a bar isn't cut off on the hardy, mm (common practice, no source). */
const MIN_HARDY_MM = 3;

/** A name within a sentence has its article, unless it begins like one a person gave, or is numbered. */
const the = (name: string): string =>
  /^[A-Z0-9]/.test(name) || /^end [AB]$|\d$/.test(name) ? name : `the ${name}`;

/** The thing, and of which part it is. */
const itOf = (name: string, { of }: OfPart): string =>
  of === undefined ? the(name) : `${the(name)} of ${the(of)}`;

function shapingWords(
  {
    name,
    of,
    place,
    verb,
    fromMm,
    toMm,
    untilMm,
    carried,
    trued,
  }: Extract<Saying, { code: "draw" | "upset" }>,
  length: SayLength,
): Said {
  const sizes = (mm: readonly number[]) => mm.map(length).join(" by ");
  const isSame = sizes(fromMm) === sizes(toMm);
  const isPlaceNamed = place === null || name.split(" ").at(-1) === place;
  const whole = itOf(name, of === undefined ? {} : { of });
  const it = isPlaceNamed || verb !== "jump" ? whole : `the ${place} of ${whole}`;
  const back = carried
    .map(
      ({ name: from, mm }, index) => `${index === 0 ? "by " : ""}${length(mm)} into ${the(from)}`,
    )
    .join(" and ");
  const drawn = verb !== "upset" && verb !== "jump";
  const taking = back === "" ? "" : drawn ? `Carry it back ${back}.` : `Drive it ${back}.`;
  if (isSame && untilMm === null && back !== "")
    return { title: drawn ? `Carry ${it} back` : VERBS[verb](it), detail: `${capitalised(back)}.` };
  const where = place && !isPlaceNamed ? `Its ${place} from ` : "From ";
  const size =
    untilMm !== null
      ? `Until it is ${length(untilMm)} long.`
      : isSame
        ? ""
        : `${where}${sizes(fromMm)} to ${sizes(toMm)}.`;
  return { title: VERBS[verb](it), detail: sentences(size, taking, truedWords(trued)) };
}

const truedWords = (trued: readonly string[] = []): string =>
  trued.length === 0 ? "" : `Then drift ${trued.map(the).join(" and ")} true again.`;

/** Those that say something, behind one another. */
const sentences = (...said: readonly string[]): string =>
  said.filter((sentence) => sentence !== "").join(" ");

function sizeWords(value: number, unit: MeasuredUnit, length: SayLength): string {
  switch (unit) {
    case "mm":
      return length(value);
    case "deg":
      return `${Number(value.toFixed(1))}°`;
    case "turns":
      return `${Number(value.toFixed(2))} ${value === 1 ? "turn" : "turns"}`;
    case "gauge":
      return "its go pin";
    case "grade":
      return "good";
  }
}

/** One sentence for a line. */
export function sentenceOf(saying: Saying, length: SayLength): string {
  const { title, detail } = wordsOf(saying, length);
  const begun = title.endsWith(".") ? title : `${title}.`;
  return detail === "" ? begun : `${begun} ${detail}`;
}

import type { AdviceLine } from "../advice/advice";
import type { Characteristic } from "../measure/characteristic";
import { MEASURES } from "../measure/measures";
import { isOff, type Judgement } from "../measure/judge";
import type { Verdict } from "../verdict/verdict";

/** What a piece shows that points to a cause, besides the defects noted on it. */
export const DEVIATION_SIGNS = {
  diamond: "unequal diagonals",
  "one-plane": "one plane heavy, the other on size",
  "tip-heavy": "the tip heavy, the rest on size",
  "tip-light": "the tip light",
  "heavy-all-over": "heavy nearly everywhere",
  "light-inside": "light away from the ends",
  bowed: "a gap under the straight edge",
  "short-on-size": "short, though thin enough",
  "pitch-growing": "the pitch grows along the twist",
  "pitch-uneven": "the pitch is uneven",
  "walls-unequal": "unequal walls beside a hole",
  "walls-unequal-far": "walls unequal on the far face only",
  "place-off": "a mark or hole out of its place",
  "legs-unequal": "unequal legs",
  "not-round": "out of round",
  "off-template": "off its template",
  "angle-off": "an angle off",
  "sides-uneven": "high and low stations along the taper",
  "heats-over": "more heats than planned",
  "upset-small": "an upset still small",
  "not-carried": "a taper or shoulder not carried back",
  "tip-lost": "a tip that is missing",
  "fit-tight": "a joint that moves too stiffly",
} as const;
export type DeviationSign = keyof typeof DEVIATION_SIGNS;

/** A deviation, or a defect by its code. */
export type Sign = DeviationSign | `defect:${string}`;

/** The larger share of sizes that counts as nearly everywhere. */
const NEARLY_ALL = 0.6;

interface Shown {
  characteristics: readonly Characteristic[];
  /** The advice too, where there is some: verdicts of earlier engines say nothing of steel. */
  verdict: Pick<Verdict, "judgements" | "reasons"> & Partial<Pick<Verdict, "advice">>;
}

/** Everything a piece shows that may point to a cause, each once. */
export function signsOf({ characteristics, verdict }: Shown): Sign[] {
  const plan = new Map(characteristics.map((one) => [one.id, one]));
  const lines = verdict.judgements.flatMap((judgement) => {
    const characteristic = plan.get(judgement.characteristicId);
    return characteristic ? [{ characteristic, judgement }] : [];
  });
  const signs = new Set<Sign>();
  const { advice = [] } = verdict;
  for (const line of lines)
    if (isOff(line.judgement) && !followsFromSteel(line, lines, advice)) {
      const sign = signOfLine(line.characteristic, line.judgement);
      if (sign) signs.add(sign);
    }
  // Off its mark a hole is unequal on both faces; only a leaning punch makes the far one so alone.
  if (signs.has("walls-unequal")) signs.delete("walls-unequal-far");
  for (const sign of signsOfSizes(lines, upsetStretches(advice))) signs.add(sign);
  for (const sign of signsOfAdvice(advice)) signs.add(sign);
  for (const reason of verdict.reasons) {
    if (reason.code === "defect") signs.add(`defect:${reason.defect.kind}`);
    if (reason.code === "heats-over") signs.add("heats-over");
  }
  return [...signs];
}

type Advice = readonly Partial<AdviceLine>[];

const STEEL = new Set<Characteristic["measure"]>(["thickness", "length"]);

/** A place that comes right by itself once steel is moved that had to be moved was marked where it should be. */
const followsFromSteel = ({ characteristic }: Line, lines: readonly Line[], advice: Advice) =>
  characteristic.measure === "position" &&
  advice.some(({ changes = [] }) => {
    const changed = new Set(changes.map(({ id }) => id));
    return (
      changed.has(characteristic.id) &&
      lines.some(
        (one) =>
          changed.has(one.characteristic.id) &&
          STEEL.has(one.characteristic.measure) &&
          (isOff(one.judgement) || isThick(one)),
      )
    );
  });

/** What is upset further isn't thin, but not yet thick. */
const upsetStretches = (advice: Advice): Set<string> =>
  new Set(advice.flatMap(({ saying, on = [] }) => (saying?.code === "upset" ? on : [])));

/** What is still to be done to the steel says what wasn't done. */
function signsOfAdvice(advice: Advice): DeviationSign[] {
  return advice.flatMap(({ saying }): DeviationSign[] => {
    if (saying?.code === "upset" && saying.verb === "upset") return ["upset-small"];
    return saying?.code === "draw" && saying.carried.length > 0 ? ["not-carried"] : [];
  });
}

/** What a line that is off points to; a twist's pitch by how it goes along. */
function signOfLine({ measure }: Characteristic, { values = [] }: Judgement): DeviationSign | null {
  if (measure === "pitch") return isGrowing(values) ? "pitch-growing" : "pitch-uneven";
  return MEASURES[measure].sign;
}

/** Three or more crests, each farther apart than the one before, or each nearer. */
function isGrowing(pitches: readonly number[]): boolean {
  if (pitches.length < 3) return false;
  const steps = pitches.slice(1).map((pitch, index) => pitch - pitches[index]!);
  return steps.every((step) => step > 0) || steps.every((step) => step < 0);
}

interface Line {
  characteristic: Characteristic;
  judgement: Judgement;
}

function signsOfSizes(lines: readonly Line[], upset: ReadonlySet<string>): DeviationSign[] {
  const sizes = lines.filter(({ characteristic }) => characteristic.measure === "thickness");
  if (sizes.length === 0) return [];
  const isTip = ({ characteristic }: Line) => characteristic.place === "tip";
  const [tips, others] = [sizes.filter(isTip), sizes.filter((line) => !isTip(line))];
  const drawn = others.filter(({ characteristic }) => !upset.has(characteristic.stretch ?? ""));
  const some = (of: readonly Line[], state: Judgement["state"]) =>
    of.some(({ judgement }) => judgement.state === state);
  const heavy = sizes.filter(({ judgement }) => judgement.state === "heavy");
  const everywhere = sizes.length > 2 && heavy.length / sizes.length >= NEARLY_ALL;
  return [
    ...(everywhere ? ["heavy-all-over" as const] : []),
    ...(!everywhere && some(tips, "heavy") && !some(others, "heavy") ? ["tip-heavy" as const] : []),
    ...(some(tips, "light") ? ["tip-light" as const] : []),
    ...(some(drawn, "light") ? ["light-inside" as const] : []),
    ...(isShortThoughThin(lines, sizes.filter(isThick)) ? ["short-on-size" as const] : []),
    ...(!everywhere && hasOnePlaneHeavy(sizes) ? ["one-plane" as const] : []),
    ...(isTipLost(lines) ? ["tip-lost" as const] : []),
  ];
}

/** So much of a taper's steel at most is there where its tip has gone. */
const LOST_SHARE = 0.93;

/** A taper that is short, thick at its tip, and holds less steel than it should: what was there has gone. */
function isTipLost(lines: readonly Line[]): boolean {
  return lines.some(({ characteristic: tip, judgement }) => {
    if (tip.place !== "tip" || judgement.state !== "heavy") return false;
    const own = lines.filter(({ characteristic }) => characteristic.stretch === tip.stretch);
    const length = own.find(({ characteristic }) => characteristic.measure === "length");
    const middle = own.find(({ characteristic }) => characteristic.place === "middle");
    if (length?.judgement.state !== "heavy" || middle?.characteristic.measure !== "thickness")
      return false;
    const steel = (tipMm: number, middleMm: number, lengthMm: number) => {
      const baseMm = 2 * middleMm - tipMm;
      return lengthMm * (tipMm ** 2 + tipMm * baseMm + baseMm ** 2);
    };
    return (
      steel(judgement.value, middle.judgement.value, length.judgement.value) <
      LOST_SHARE * steel(tip.nominal, middle.characteristic.nominal, length.characteristic.nominal)
    );
  });
}

/** Thicker than drawn by more than half of what it may be, steel is left to be drawn out. */
const THICK_SHARE = 0.5;
const isThick = ({ judgement: { state, value, nominal, deviation } }: Line): boolean =>
  state === "heavy" || (value > nominal && deviation > THICK_SHARE);

/** A stretch still too short. */
const isShort = ({ characteristic: { measure, kind, stretch }, judgement }: Line): boolean =>
  measure === "length" && kind !== "match" && stretch !== null && judgement.state === "heavy";

/** A length still short while no thickness of its stretch has steel left for it: there was too little bar. */
const isShortThoughThin = (lines: readonly Line[], thick: readonly Line[]): boolean =>
  lines.some(
    (line) =>
      isShort(line) &&
      !thick.some((one) => one.characteristic.stretch === line.characteristic.stretch),
  );

/** At one place, one caliper reading heavy and the other not. */
const hasOnePlaneHeavy = (sizes: readonly Line[]): boolean =>
  sizes.some(
    (one) =>
      one.judgement.state === "heavy" &&
      sizes.some(
        (other) =>
          other !== one &&
          other.characteristic.stretch === one.characteristic.stretch &&
          other.characteristic.atMm === one.characteristic.atMm &&
          other.judgement.state === "on-size",
      ),
  );

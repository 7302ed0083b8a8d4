import { isOverall } from "../measure/characteristic";
import { nameInText } from "../bar/named";
import type { Characteristic } from "../measure/characteristic";
import { JOIN_KINDS, namedJoin } from "../piece/joins";
import { prefixOf, barOf, MAIN_PART } from "../piece/piece";
import type { Line } from "./line";
import { bringFeature, make, moveOf, offNow, partOf, standsAt, type Progress } from "./progress";
import { featureOf, reworkOf } from "./workpiece";

/** Every other line that is off, by what its kind says; what shapes the feature before what follows from its shape. */
export function reworkLines(progress: Progress): boolean {
  const done = new Set<Line>();
  for (;;) {
    const open = offNow(progress).filter(
      ({ line }) => !done.has(line) && !isOverall(line.characteristic) && !isPair(progress, line),
    );
    const shaping = open.filter(({ line }) => setsShape(progress, line));
    // How long a wrap comes out hangs on its turns.
    const next = shaping.find(({ line }) => line.characteristic.measure !== "extent");
    const { line, value } = next ?? shaping[0] ?? open[0] ?? {};
    if (!line || value === undefined) return true;
    if (!reworkLine(progress, line, value)) return false;
    done.add(line);
  }
}

function setsShape({ measured }: Progress, { characteristic }: Line): boolean {
  const of = featureOf(measured.piece, characteristic);
  return of !== null && reworkOf(of.feature, of.key)?.sets !== undefined;
}

const isPair = ({ measured }: Progress, line: Line) =>
  measured.pairs.some((pair) => pair.line === line);

function reworkLine(progress: Progress, line: Line, value: number): boolean {
  const { characteristic } = line;
  const { measure, unit, nominal, id, kind } = characteristic;
  const isOn = standsAt(line, value) === "heavy";
  const of = featureOf(progress.measured.piece, characteristic);
  if (of) return bringFeature(progress, of, { id, to: nominal, isOn, unit, kind });
  if (id.startsWith("joins.")) return reworkJoin(progress, characteristic, isOn);
  if (measure === "straightness" || measure === "sides")
    return trueStretch(progress, characteristic, measure);
  return measure === "own" || measure === "clearance"
    ? ownLine(progress, characteristic, isOn)
    : false;
}

function reworkJoin(
  progress: Progress,
  { id, nominal, unit, kind }: Characteristic,
  isOn: boolean,
) {
  const join = progress.measured.piece.joins?.find((one) => id.startsWith(`joins.${one.id}.`));
  const rework = join && JOIN_KINDS[join.kind].rework[id.slice(`joins.${join.id}.`.length)];
  const way = isOn ? rework?.on : rework?.back;
  if (!join || !way) return false;
  const name = nameInText(namedJoin(join));
  make(progress, moveOf(way, { part: MAIN_PART, on: join.id, name, to: nominal, unit, kind }), [
    [id, nominal],
  ]);
  return true;
}

const TRUED = {
  straightness: { operation: "true", say: "Straighten {it} at red, on wood" },
  sides: {
    operation: "draw",
    say: "Work the high stations of {it} only, turning a true quarter, until one line runs through",
  },
} as const;

/** A stretch made straight, or its sides run through. */
function trueStretch(
  progress: Progress,
  characteristic: Characteristic,
  measure: keyof typeof TRUED,
): boolean {
  const part = partOf(characteristic);
  const own = characteristic.stretch?.slice(prefixOf(part).length);
  const stretch = barOf(progress.measured.piece, part).stretches.find(({ id }) => id === own);
  const { operation, say } = TRUED[measure];
  const name = stretch ? nameInText(stretch) : characteristic.name;
  make(
    progress,
    {
      operation,
      on: [stretch?.id ?? part],
      part,
      saying: { code: "rework", say, name, to: null, unit: "mm" },
    },
    [[characteristic.id, 0]],
  );
  return true;
}

/** A line of the instructor's own, as far as they say that it can be worked. */
function ownLine(progress: Progress, line: Characteristic, isHeavy: boolean): boolean {
  const { id, name, of, nominal, unit, kind, whenLight } = line;
  if (!isHeavy && whenLight === "start-again") return false;
  // Between two places of a straight bar nothing can be moved, but by working the steel between them.
  if (line.measure === "own" && kind === "size" && !progress.measured.isSaidWorkable(id))
    return false;
  const say =
    unit === "grade"
      ? "Do {it} again"
      : kind === "size"
        ? "Bring {it} to {to}"
        : "Bring {it} to one measure";
  const saying = { code: "rework", say, name: of ?? name, to: nominal, unit } as const;
  make(progress, { operation: "true", on: [], part: partOf(line), saying }, [[id, nominal]]);
  return true;
}

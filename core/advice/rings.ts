import { featureNameInText } from "../feature/registry";
import type { Feature } from "../piece/piece";
import { guarded, isOffAt, make, offNow, type Progress } from "./progress";
import { isWeldedOn } from "./ringBar";
import { meanOf, trueWeldedRing, type ReadLine } from "./weldedRing";
import { featureKey, featureOf } from "./workpiece";

/** What a ring's diameter and gap come to together is bar that is there: closed or opened as one. */
export function closeRings(progress: Progress): boolean {
  const { measured } = progress;
  const rings = new Map<string, { feature: Feature; part: string }>();
  for (const { line } of offNow(progress)) {
    const of = featureOf(measured.piece, line.characteristic);
    if (of?.feature.kind !== "ring" || of.key === "alike") continue;
    if (of.key !== "round" || isWeldedOn(measured.piece, of.part, of.feature))
      rings.set(featureKey(of.part, of.feature.id), of);
  }
  for (const [id, { feature, part }] of rings)
    if (!closeRing(progress, id, { feature, part })) return false;
  return true;
}

function closeRing(
  progress: Progress,
  id: string,
  { feature, part }: { feature: Feature; part: string },
): boolean {
  if (feature.kind !== "ring") return true;
  const { measured, state } = progress;
  const read = (key: string): ReadLine | null => {
    const line = measured.line(`${id}.${key}`);
    const value = line ? measured.valueAt(line, state) : null;
    return line && value !== null ? { line, value } : null;
  };
  const ways = ["one-way", "other-way"].flatMap((key) => read(key) ?? []);
  const [gap, round] = [read("gap"), read("round")];
  const isUneven = round !== null && isOffAt(round.line, round.value);
  const evened = isUneven ? [[round.line.characteristic.id, 0] as const] : [];
  if (isWeldedOn(measured.piece, part, feature))
    return trueWeldedRing(progress, { id, ring: feature, part }, { ways, evened });
  const nowMm = meanOf(ways) ?? feature.insideDiameter;
  const { toMm, gapMm } = closedTo(feature.insideDiameter, { ways, gap, nowMm });
  if (ways.some(({ line }) => isOffAt(line, toMm))) return false;
  const isGapOnly = gap !== null && ways.every(({ line, value }) => !isOffAt(line, value));
  const said =
    isGapOnly && gapMm !== null
      ? { say: gapMm < gap.value ? CLOSE_GAP : OPEN_GAP, to: gapMm }
      : { say: toMm > nowMm + 1e-6 ? OPEN : CLOSE, to: toMm };
  make(
    progress,
    {
      operation: "ring",
      on: [feature.id],
      part,
      saying: { code: "rework", ...said, name: featureNameInText(feature), unit: "mm" },
    },
    [
      ...ways.map(({ line }) => [line.characteristic.id, toMm] as const),
      ...(gap && gapMm !== null ? [[gap.line.characteristic.id, gapMm] as const] : []),
      ...evened,
    ],
    [[id, { ...feature, insideDiameter: toMm }]],
  );
  return true;
}

const CLOSE_GAP = "Close {it} until {to} is open";
const OPEN_GAP = "Open the gap of {it} to {to}";
const OPEN = "Open {it} to {to} inside, on the horn";
const CLOSE = "Close {it} to {to} inside, over the horn";

/** The diameter nearest to what is drawn, and the gap that its bar then leaves: π times the one less the other stays. */
function closedTo(
  nominal: number,
  { ways, gap, nowMm }: { ways: readonly ReadLine[]; gap: ReadLine | null; nowMm: number },
): { toMm: number; gapMm: number | null } {
  const spans = ways.map(({ line }) => guarded(line));
  const least = Math.max(0, ...spans.map(([lower]) => lower));
  const most = Math.min(Infinity, ...spans.map(([, upper]) => upper));
  const toMm = Math.min(most, Math.max(least, nominal));
  if (!gap) return { toMm, gapMm: null };
  const barMm = Math.PI * nowMm - gap.value;
  const [narrow, wide] = guarded(gap.line);
  const gapMm = Math.min(wide, Math.max(narrow, Math.PI * toMm - barMm));
  return { toMm: (barMm + gapMm) / Math.PI, gapMm };
}

import type { AdviceLine, Sketch } from "../advice/advice";
import { perMm, shortened, volumeOf, type Form } from "../advice/form";
import { metalAsRead } from "../advice/known";
import { linesAsRead } from "../advice/line";
import { isFreeEnd } from "../advice/metalState";
import type { Saying } from "../advice/saying";
import { nameInText } from "../bar/named";
import { featureNameInText, kindOf } from "../feature/registry";
import type { Judgement } from "../measure/judge";
import { simulatePiece } from "../simulate/learner";
import { shuffled, type Random } from "../stats/random";
import type { Outcome } from "../verdict/outcomes";
import type { Asked, PieceRecord } from "../verdict/record";
import { judgePiece } from "../verdict/judgePiece";
import type { Rules, Then } from "../verdict/verdict";

/** Something that could be done first, right or not. */
export interface DrillOption {
  saying: Saying;
  sketch: Sketch | null;
}

/** A piece with its readings, to be judged by a learner; and what the model says of it. */
export interface DrillPiece {
  judgements: Judgement[];
  outcome: Outcome;
  /** What could be done first, in the order to show it. */
  options: DrillOption[];
  /** Which of them is right; null where nothing is to be done. */
  first: number | null;
  advice: AdviceLine[];
  then: Then | null;
  /** Names of the readings that nothing can be done about. */
  lost: string[];
}

const OUTCOMES: readonly Outcome[] = ["keep", "another-heat", "start-again"];
const MAX_TRIES = 24;
const MAX_OPTIONS = 4;

/**
 * A piece of an exercise as a learner might have made it, its outcome as often one as another
 * where its plan allows that; and a few things to do first, the right one among them.
 *
 * @returns null where no piece could be judged, because its readings didn't agree
 */
export function drillPiece(asked: Asked, rules: Rules, random: Random): DrillPiece | null {
  const wanted = random.pick(OUTCOMES);
  let latest: DrillPiece | null = null;
  for (let tried = 0; tried < MAX_TRIES; tried += 1) {
    const found = judgedPiece(asked, rules, { wanted, random });
    if (found?.outcome === wanted) return found;
    latest = found ?? latest;
  }
  return latest;
}

interface Draw {
  wanted: Outcome;
  random: Random;
}

function judgedPiece(asked: Asked, rules: Rules, draw: Draw): DrillPiece | null {
  const { random } = draw;
  const grade = rules.grades[asked.step];
  const verdict = judgePiece(asked, recordOf(asked, grade, draw), rules);
  const { outcome, judgements, advice, then } = verdict;
  if (outcome === null) return null;
  const right = advice[0] ?? null;
  const different = new Map(
    shuffled(candidates(asked, judgements, grade), random).map((one) => [keyOf(one), one]),
  );
  if (right) different.delete(keyOf(right));
  const others = [...different.values()].slice(0, right ? MAX_OPTIONS - 1 : MAX_OPTIONS);
  const options = shuffled<DrillOption>(right ? [right, ...others] : others, random);
  return {
    judgements,
    outcome,
    options: options.map(({ saying, sketch }) => ({ saying, sketch })),
    first: right ? options.indexOf(right) : null,
    advice,
    then,
    lost: verdict.reasons.flatMap((reason) =>
      reason.code === "measured" && reason.decides === "start-again" ? [reason.judgement.name] : [],
    ),
  };
}

/** Readings of a learner who is not there yet: this way or that, and the odd diamond; what is lost was worked too far. */
function recordOf(asked: Asked, grade: number, { wanted, random }: Draw): PieceRecord {
  const isLost = wanted === "start-again";
  const traits = {
    firstSpread: (isLost ? 0.8 : 0.3) + random.next(),
    rate: 0.3,
    heaviness: isLost ? -2 * random.next() : 1.6 * random.next() - 0.6,
    diamond: random.next() < 0.2 ? 0.8 : 0,
    carelessness: 0,
  };
  const { readings, heats, minutes } = simulatePiece(asked, { traits, made: 0, grade }, random);
  return {
    readings: readings.map((one) => ({ ...one, instrumentUncertainty: 0 })),
    defects: [],
    heats,
    minutes,
    tries: asked.tries.map((question) => ({ question, works: true })),
    corrections: [],
  };
}

interface Candidate extends DrillOption {
  on: readonly string[];
}

/** Two that do the same to the same thing are one. */
const keyOf = ({ saying, on }: { saying: Saying; on: readonly string[] }): string =>
  saying.code === "cut"
    ? `cut ${saying.end}`
    : `${saying.code} ${on[0] ?? ""} ${saying.code === "rework" ? saying.say : ""}`;

/** Everything a smith could think of doing to a bar. */
function candidates(
  { piece, characteristics }: Asked,
  judgements: readonly Judgement[],
  grade: number,
): Candidate[] {
  const { forms } = metalAsRead(piece, linesAsRead(characteristics, judgements, grade), grade);
  const last = forms.length - 1;
  const cuts = [["A", 0] as const, ["B", last] as const].flatMap(([end, index]) =>
    isFreeEnd(piece, end)
      ? [
          cutOption(forms, {
            end,
            index,
            name: last === 0 ? null : nameInText(piece.stretches[index]!),
          }),
        ]
      : [],
  );
  const worked = piece.stretches.flatMap((stretch, index) =>
    shapingOptions(forms, { index, id: stretch.id, name: nameInText(stretch) }),
  );
  const features = (piece.features ?? []).flatMap((feature) =>
    characteristics
      .filter((line) => line.feature === feature.id && line.id.startsWith(`${feature.id}.`))
      .flatMap((line): Candidate[] => {
        const { on, back } = kindOf(feature).rework[line.id.slice(feature.id.length + 1)] ?? {};
        return [on, back].flatMap((way) =>
          way
            ? [
                {
                  on: [feature.id],
                  sketch: null,
                  saying: {
                    code: "rework",
                    say: way.say,
                    name: featureNameInText(feature),
                    to: line.kind === "size" ? line.nominal : null,
                    unit: line.unit,
                  },
                },
              ]
            : [],
        );
      }),
  );
  return [...cuts, ...worked, ...features];
}

/** Bar cut off where somebody guesses, as a share of its stretch. */
const CUT_SHARE = 0.07;
const MIN_CUT_MM = 3;

function cutOption(
  forms: readonly Form[],
  { end, index, name }: { end: "A" | "B"; index: number; name: string | null },
): Candidate {
  const form = forms[index]!;
  const mm = Math.max(MIN_CUT_MM, Math.round(form.lengthMm * CUT_SHARE));
  const cut = shortened(form, end, (mm / form.lengthMm) * volumeOf(form));
  return {
    on: ["main"],
    saying: { code: "cut", end, mm, name },
    sketch: { ...sketchOf(forms, index, cut), cut: { end, mm } },
  };
}

/** Sections drawn or driven to so many times what they are, where somebody guesses. */
const DRAWN_TIMES = 0.85;
const DRIVEN_TIMES = 1.15;

function shapingOptions(
  forms: readonly Form[],
  { index, id, name }: { index: number; id: string; name: string },
): Candidate[] {
  const plain = { name, place: null, fromMm: [], toMm: [], untilMm: null, carried: [] };
  const option = (code: "draw" | "upset", times: number): Candidate => ({
    on: [id],
    saying: { code, verb: code, ...plain },
    sketch: { ...sketchOf(forms, index, sized(forms[index]!, times)), cut: null },
  });
  return [
    option("draw", DRAWN_TIMES),
    option("upset", DRIVEN_TIMES),
    { on: [id], saying: { code: "square", name, offSquareDeg: null }, sketch: null },
  ];
}

/** A form with its sections so many times as large, as long as its steel then makes it. */
function sized(form: Form, times: number): Form {
  const stations = form.stations.map((one) => ({
    ...one,
    thickMm: one.thickMm * times,
    wideMm: one.wideMm * times,
  }));
  return { stations, lengthMm: volumeOf(form) / perMm({ stations }) };
}

function sketchOf(forms: readonly Form[], index: number, to: Form): Omit<Sketch, "cut"> {
  const from = Math.max(0, index - 1);
  const before = forms.slice(from, index + 2);
  const worked = index - from;
  return { before, after: before.map((one, at) => (at === worked ? to : one)), worked };
}

import type { RulesInForce } from "@/core/climb/rules";
import type { SignedPiece } from "@/core/climb/standing";
import { byStart, summariseClimb } from "@/core/climb/summary";
import type { Characteristic } from "@/core/measure/characteristic";
import type { Step } from "@/core/trade/steps";
import type { Verdict } from "@/core/verdict/verdict";
import { sizesOf, standingRows } from "../standing";
import type { DemoRows } from "./rows";

/** What the school would have kept of everybody's climb by its rules, had it signed all this itself. */
export function addStandings(
  rows: DemoRows,
  schoolId: string,
  history: readonly RulesInForce[],
): void {
  const halfLifeOf = new Map(rows.technique.map(({ id, halfLifeDays }) => [id, halfLifeDays!]));
  for (const [key, pieces] of signedByLearnerAndTechnique(rows)) {
    const [learnerId, techniqueId] = key.split("/") as [string, string];
    const summary = summariseClimb(pieces, halfLifeOf.get(techniqueId)!, history);
    const { standing, evidence } = standingRows({ schoolId, learnerId, techniqueId }, summary);
    rows.standing.push(standing);
    rows.standingEvidence.push(...evidence);
  }
}

function signedByLearnerAndTechnique(rows: DemoRows): Map<string, SignedPiece[]> {
  const groups = new Map<string, SignedPiece[]>();
  const revisions = new Map(rows.exerciseRevision.map((one) => [one.id, one]));
  const exercises = new Map(rows.exercise.map((one) => [one.id, one]));
  const verdicts = new Map<string, DemoRows["verdict"]>();
  for (const one of rows.verdict)
    verdicts.set(one.pieceId, [...(verdicts.get(one.pieceId) ?? []), one]);
  const lastMade = new Map<string, number>();
  const inOrder = [...rows.piece].sort((a, b) =>
    byStart(
      { startedAt: msOf(a.startedAt), pieceId: a.id },
      { startedAt: msOf(b.startedAt), pieceId: b.id },
    ),
  );
  for (const {
    id: pieceId,
    learnerId,
    revisionId,
    kind,
    guided,
    cold,
    shownTo,
    startedAt,
  } of inOrder) {
    const revision = revisions.get(revisionId)!;
    const { id: exerciseId, techniqueId, step } = exercises.get(revision.exerciseId)!;
    const key = `${learnerId}/${techniqueId}`;
    const madeBefore = lastMade.get(key) ?? null;
    lastMade.set(key, msOf(startedAt));
    const signed = verdicts.get(pieceId);
    if (!signed) continue;
    const { meetsStep, computed } = signed.at(-1)!;
    const { judgements } = computed as Verdict;
    const values = Object.fromEntries(
      judgements.map(({ characteristicId, value }) => [characteristicId, value]),
    );
    const piece: SignedPiece = {
      pieceId,
      exerciseId,
      exerciseStep: step as Step,
      kind,
      guided,
      inPart: false,
      cold: cold === true,
      shown: Boolean(shownTo),
      meetsStep: meetsStep as SignedPiece["meetsStep"],
      signedAt: msOf(signed[0]!.signedAt),
      startedAt: msOf(startedAt),
      madeBefore,
      worst: null,
      sizes: meetsStep >= 4 ? sizesOf(revision.characteristics as Characteristic[], values) : [],
    };
    const group = groups.get(key);
    if (group) group.push(piece);
    else groups.set(key, [piece]);
  }
  return groups;
}

const msOf = (moment: Date | undefined): number => moment!.getTime();

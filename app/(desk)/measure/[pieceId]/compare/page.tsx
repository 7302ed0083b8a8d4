import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { askedOf, type BenchPiece, type BenchReading } from "@/core/records/bench";
import { idSchema } from "@/core/units/fields";
import { differencesOf } from "@/core/verdict/likeness";
import { judgePiece } from "@/core/verdict/judgePiece";
import { isInstructor, isStaff } from "@/data/actor";
import { findBenchPiece } from "@/data/queries/bench";
import { firstChoices, listComparable, readingsOf } from "@/data/queries/compare";
import { ComparedPieces } from "@/ui/compare/ComparedPieces";
import { DifferenceTable } from "@/ui/compare/DifferenceTable";
import { OtherPiece } from "@/ui/compare/OtherPiece";
import { ComparedPictures } from "@/ui/compare/ComparedPictures";
import { Link } from "@/ui/kit/Link";
import { picturesShown } from "../../../../outlinesShown";
import { orNotFound, requireActor, recordsOf } from "../../../../server";

export const metadata: Metadata = { title: "Side by side" };

/** As many of the run as are looked at: the latest. */
const RUN = 10;
const askedSchema = z.object({ with: idSchema.optional().catch(undefined) });

interface Props {
  params: Promise<{ pieceId: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}

export default async function ComparePage({ params, searchParams }: Props) {
  const actor = await requireActor();
  const id = idSchema.safeParse((await params).pieceId);
  if (!id.success) notFound();
  const database = recordsOf(actor);
  const piece = await orNotFound(findBenchPiece(database, actor, id.data));
  const all = await listComparable(database, actor, piece.id);
  const choices = firstChoices({ id: piece.id, learnerId: piece.learner.id }, all);
  const wanted = askedSchema.parse(await searchParams).with;
  const other = all.find((one) => one.id === wanted && one.id !== piece.id) ?? choices[0]?.piece;
  const run = all.filter(({ learnerId }) => learnerId === piece.learner.id).slice(-RUN);
  const readings = await readingsOf(database, actor, [
    ...run.map((one) => one.id),
    ...(other ? [other.id] : []),
  ]);
  const judged = (of: readonly BenchReading[]) => judgementsOf(piece, of);
  const pictures = await picturesShown(database, actor, { pieceId: piece.id, other });
  const mine = judged(piece.readings);
  const theirs = judged(other ? readings.get(other.id)! : []);
  const unit = actor.firstUnit;
  const others = all.filter((one) => one.id !== piece.id);
  const shownPictures = (
    <ComparedPictures {...pictures} tag={piece.tag} mayTrace={isInstructor(actor)} unit={unit} />
  );
  return (
    <main className="mx-auto w-full max-w-5xl p-5">
      <Link
        href={isStaff(actor) ? `/measure/${piece.id}` : `/piece/${piece.id}`}
        className="link flex min-h-11 w-fit items-center text-15"
      >
        {piece.tag}, {piece.exercise.name}
      </Link>
      <h1 className="font-slab text-27 font-semibold">Side by side</h1>
      {other ? (
        <>
          <OtherPiece
            pieceId={piece.id}
            other={other}
            choices={choices.map(({ why, piece: one }) => ({ why, id: one.id, tag: one.tag }))}
            others={others.map(({ id: one, tag, learner }) => ({ id: one, tag, learner }))}
          />
          <ComparedPieces
            piece={piece.piece}
            characteristics={piece.characteristics}
            mine={{ label: piece.tag, judgements: mine }}
            other={{ label: other.tag, judgements: theirs }}
          />
          {shownPictures}
          <DifferenceTable
            differences={differencesOf(mine, theirs)}
            labels={{ mine: piece.tag, other: other.tag }}
            run={run.map(({ id: one, tag }) => ({ tag, judgements: judged(readings.get(one)!) }))}
            unit={unit}
          />
        </>
      ) : (
        <>
          <p className="mt-3 border-t-2 border-ink bg-sheet p-5 text-17">
            No other piece was made to this revision yet; there is nothing to lay beside it.
          </p>
          {shownPictures}
        </>
      )}
    </main>
  );
}

const judgementsOf = (piece: BenchPiece, readings: readonly BenchReading[]) =>
  judgePiece(
    askedOf(piece),
    { readings, defects: [], heats: 0, minutes: 0, tries: [], corrections: [] },
    piece.rules,
  ).judgements;

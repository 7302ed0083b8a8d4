"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Outcome } from "@/core/verdict/outcomes";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { marksInWords, OUTCOME_WORDS } from "../words/verdict";

interface RegradeProps {
  pieces: readonly {
    pieceId: string;
    tag: string;
    learner: string;
    before: { marks: number | null; outcome: Outcome };
    after: { marks: number | null; outcome: Outcome | null };
  }[];
}

/** Signed pieces that would stand otherwise today, and the way to grade them again. */
export function Regrade({ pieces }: RegradeProps) {
  const router = useRouter();
  const [done, setDone] = useState<number | null>(null);
  const command = useCommand();

  async function gradeAll() {
    for (const [at, { pieceId, tag }] of pieces.entries()) {
      setDone(at);
      const answer = await command.send("regrade-piece", { verdictId: newId(), pieceId });
      if (!answer.ok) {
        command.setError(`${tag}: ${answer.error.message} The pieces before it are graded again.`);
        break;
      }
    }
    setDone(null);
    router.refresh();
  }

  return (
    <section aria-label="Signed pieces" className="max-lg:mt-6">
      <h2 className="font-slab text-20 font-semibold">Signed pieces</h2>
      {pieces.length === 0 ? (
        <p className="mt-1 text-15 text-ink-2">
          Every signed piece stands as today&rsquo;s rules would grade it.
        </p>
      ) : (
        <>
          <p className="mt-1 mb-3 text-15 text-ink-2">
            These would be graded otherwise today. Grading again adds a verdict from the same
            readings; the old one is kept, and standing follows.
          </p>
          <table className="ledger text-15">
            <thead>
              <tr>
                <th scope="col">Tag</th>
                <th scope="col">Learner</th>
                <th scope="col" className="number">
                  Signed
                </th>
                <th scope="col" className="number">
                  Today
                </th>
              </tr>
            </thead>
            <tbody>
              {pieces.map(({ pieceId, tag, learner, before, after }) => (
                <tr key={pieceId}>
                  <td className="font-semibold">{tag}</td>
                  <td>{learner}</td>
                  <td className="number">
                    {marksInWords(before.marks)}
                    {before.outcome === after.outcome
                      ? ""
                      : `, ${OUTCOME_WORDS[before.outcome].toLowerCase()}`}
                  </td>
                  <td className="number font-semibold">
                    {marksInWords(after.marks)}
                    {after.outcome === null || before.outcome === after.outcome
                      ? ""
                      : `, ${OUTCOME_WORDS[after.outcome].toLowerCase()}`}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <button
            type="button"
            className="button mt-4"
            disabled={done !== null}
            onClick={() => void gradeAll()}
          >
            {done === null
              ? `Grade ${pieces.length === 1 ? "it" : `all ${pieces.length}`} again`
              : `Grading ${done + 1} of ${pieces.length} …`}
          </button>
        </>
      )}
      {command.error ? (
        <p role="alert" className="mt-2 text-15 font-semibold text-heavy">
          {command.error}
        </p>
      ) : null}
    </section>
  );
}

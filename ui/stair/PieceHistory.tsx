import type { EarlyEnd } from "@/core/verdict/earlyRecord";
import type { Outcome } from "@/core/verdict/outcomes";
import { marksInWords, measuredInWords, OUTCOME_WORDS } from "../words/verdict";
import { dayInWords } from "../words/when";
import { Link } from "../kit/Link";

export interface HistoryPiece {
  id: string;
  tag: string;
  exercise: string;
  startedAt: string;
  kind: "practice" | "assessed";
  outcome: Outcome | null;
  marks: number | null;
  early: EarlyEnd | null;
}

/** Pieces made, newest first, each with what became of it. */
export function PieceHistory({
  pieces,
  timeZone,
  hrefBase,
}: {
  pieces: readonly HistoryPiece[];
  timeZone: string;
  hrefBase: string;
}) {
  if (pieces.length === 0) return <p className="quiet text-15">No piece yet.</p>;
  return (
    <table className="ledger text-15">
      <thead>
        <tr>
          <th scope="col">Piece</th>
          <th scope="col">Verdict</th>
          <th scope="col" className="number">
            Marks
          </th>
          <th scope="col" className="number">
            Day
          </th>
        </tr>
      </thead>
      <tbody>
        {pieces.map(({ id, tag, exercise, startedAt, kind, outcome, marks, early }) => (
          <tr key={id}>
            <td className="!py-0">
              <Link
                href={`${hrefBase}/${id}`}
                className="flex min-h-11 flex-wrap items-center gap-x-2"
              >
                <span className="link font-semibold">{tag}</span>
                <span>{exercise}</span>
                {kind === "practice" ? <span className="quiet">practice</span> : null}
              </Link>
            </td>
            <td>
              {outcome ? OUTCOME_WORDS[outcome] : <span className="quiet">at the bench</span>}
            </td>
            <td className="number">
              {outcome ? marksInWords(marks) : ""}
              <span className="quiet block text-13">
                {early && !early.drawn ? measuredInWords(early.read, early.of) : null}
              </span>
            </td>
            <td className="number quiet">{dayInWords(startedAt, timeZone)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

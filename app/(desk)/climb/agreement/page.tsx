import type { Metadata } from "next";
import type { GaugeStudy, StudyProblem } from "@/core/agree/gaugeStudy";
import { isInstructor, STAFF } from "@/data/actor";
import { listRoster } from "@/data/queries/people";
import { listStudies, type Study } from "@/data/queries/studies";
import { ClimbTabs } from "@/ui/climb/ClimbTabs";
import { FillStudy, StartStudy } from "@/ui/climb/StudyForms";
import { agreementInWords, gaugeInWords } from "@/ui/words/agreement";
import { countOf } from "@/ui/words/count";
import { dateInWords } from "@/ui/words/when";
import { requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "Inspectors" };

export default async function AgreementPage() {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const [studies, roster] = await Promise.all([
    listStudies(database, actor),
    listRoster(database, actor),
  ]);
  const inspectors = roster
    .filter(({ role }) => role !== "learner")
    .map(({ id, name }) => ({ id, name }));
  return (
    <main className="max-w-5xl p-5">
      <ClimbTabs />
      <h1 className="font-slab text-27 font-semibold">How inspectors agree</h1>
      <p className="text-15 text-ink-2">
        Several measure, or judge by eye, the same pieces. What differs then is not the piece.
      </p>
      {studies.length === 0 ? (
        <p className="mt-4 border-t-2 border-ink bg-sheet p-5 text-17">
          No study yet. Ten pieces, two or more inspectors and two or three trials each make one.
        </p>
      ) : null}
      {studies.map((study) => (
        <section
          key={study.id}
          aria-label={study.name}
          className="mt-5 border-t-2 border-ink bg-sheet p-4"
        >
          <h2 className="font-slab text-20 font-semibold">{study.name}</h2>
          <p className="quiet text-13">
            {countOf(study.values, "value")} since {dateInWords(study.startedAt, actor.timeZone)}
          </p>
          <StudyResult study={study} />
          <FillStudy
            studyId={study.id}
            judgement={study.result.kind === "judgement"}
            inspectors={inspectors}
          />
        </section>
      ))}
      {isInstructor(actor) ? <StartStudy /> : null}
    </main>
  );
}

function StudyResult({ study: { result, inspectors } }: { study: Study }) {
  if (inspectors.length === 0) return <p className="mt-2 text-15">No value is entered yet.</p>;
  return (
    <>
      {result.kind === "size" ? (
        "code" in result.study ? (
          <p className="mt-2 text-15">{problemInWords(result.study)}</p>
        ) : (
          <GaugeTable study={result.study} />
        )
      ) : (
        result.pairs.map(({ one, other, agreement }) => (
          <p key={`${one}/${other}`} className="mt-2 text-15">
            {agreementInWords(one, other, agreement)}
          </p>
        ))
      )}
      <p className="quiet mt-2 text-13">
        On the mean:{" "}
        {inspectors
          .map(
            ({ name, mean }) => `${name} ${mean.toFixed(2)}${result.kind === "size" ? " mm" : ""}`,
          )
          .join(", ")}
      </p>
    </>
  );
}

function GaugeTable({ study }: { study: GaugeStudy }) {
  const rows: [string, number, string][] = [
    ["The same hand again", study.repeatability, "repeatability"],
    ["One inspector against another", study.reproducibility, "reproducibility"],
    ["Both together", study.gauge, "the gauge"],
    ["Piece to piece", study.pieceToPiece, "what is to be seen"],
  ];
  return (
    <>
      <p className="mt-2 text-17">{gaugeInWords(study)}</p>
      <table className="ledger mt-2 max-w-xl text-15">
        <tbody>
          {rows.map(([name, mm, term]) => (
            <tr key={term}>
              <td>{name}</td>
              <td className="quiet">{term}</td>
              <td className="number">± {(2 * mm).toFixed(2)} mm</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet mt-1 text-13">
        {study.pieces} pieces, {study.inspectors} inspectors, {study.trials} trials; two standard
        deviations, by analysis of variance
        {study.interaction ? "; inspectors differ on some pieces more than on others" : ""}.
      </p>
    </>
  );
}

function problemInWords(problem: StudyProblem): string {
  return problem.code === "unbalanced"
    ? `Not complete: ${problem.inspector} has ${countOf(problem.trials, "value")} of ${problem.piece}, others have ${problem.expected}. Every inspector measures every piece equally often.`
    : `Too small: ${countOf(problem.pieces, "piece")}, ${countOf(problem.inspectors, "inspector")}, ${countOf(problem.trials, "trial")}. It takes two of each, and ten pieces say much more.`;
}

import { CAUSES } from "@/core/cause/causes";
import { howLikely, type LikelyCause } from "@/core/cause/likely";
import { DEVIATION_SIGNS, type DeviationSign, type Sign } from "@/core/cause/signs";
import { defectKind } from "@/core/trade/defects";
import { countOf } from "../words/count";

const signInWords = (sign: Sign): string =>
  sign.startsWith("defect:")
    ? (defectKind(sign.slice("defect:".length))?.name.toLowerCase() ?? sign)
    : DEVIATION_SIGNS[sign as DeviationSign];

const ANSWERS: readonly [words: string, holds: boolean | null][] = [
  ["That is it", true],
  ["Not that", false],
  ["Can't say", null],
];

/** Why it probably happened, by the table of causes and the school's answers, with the evidence and a drill. */
export function CauseList({
  causes,
  answers,
  onSay,
}: {
  causes: readonly LikelyCause[];
  /** How many of the school's answers it rests on besides the table. */
  answers: number;
  /** Keeps whether it was that, or that it can't be said; absent for whom it isn't to say. */
  onSay?: ((cause: LikelyCause, holds: boolean | null) => void) | undefined;
}) {
  if (causes.length === 0) return null;
  return (
    <section aria-label="Why, probably" className="mt-5 border-t border-slate-rule pt-3">
      <h3 className="text-13 text-chalk-2">Why, probably</h3>
      <ul className="mt-1 space-y-3">
        {causes.map((cause) => {
          const { code, likelihood, shownBy, alsoOn, said, isAnswered } = cause;
          const { name, drill, from } = CAUSES[code];
          return (
            <li key={code} className="text-15">
              <p className="flex items-baseline justify-between gap-3">
                <strong className="font-semibold" title={from}>
                  {name}
                </strong>
                <span className="text-13 whitespace-nowrap text-chalk-2">
                  {said ? "confirmed" : howLikely(likelihood)}
                </span>
              </p>
              <p className="text-13 text-chalk-2">
                {shownBy.map(signInWords).join(", ")}
                {alsoOn.length > 0 ? `; also on ${alsoOn.join(", ")}` : ""}
              </p>
              <p className="mt-0.5 text-13">{drill}</p>
              {onSay && !isAnswered ? (
                <p className="flex gap-4 text-13">
                  {ANSWERS.map(([words, holds]) => (
                    <button
                      key={words}
                      type="button"
                      className="link min-h-11"
                      onClick={() => onSay(cause, holds)}
                    >
                      {words}
                    </button>
                  ))}
                </p>
              ) : null}
            </li>
          );
        })}
      </ul>
      <p className="mt-2 text-13 text-chalk-2">
        {answers === 0
          ? "By the trade's table; what you answer here will count with it."
          : `By the trade's table and ${countOf(answers, "answer")} in this school.`}
      </p>
    </section>
  );
}

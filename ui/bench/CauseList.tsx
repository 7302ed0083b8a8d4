import { CAUSES, type CauseCode } from "@/core/cause/causes";
import type { LikelyCause } from "@/core/cause/likely";
import { DEVIATION_SIGNS, type DeviationSign, type Sign } from "@/core/cause/signs";
import { defectKind } from "@/core/trade/defects";

const signInWords = (sign: Sign): string =>
  sign.startsWith("defect:")
    ? (defectKind(sign.slice("defect:".length))?.name.toLowerCase() ?? sign)
    : DEVIATION_SIGNS[sign as DeviationSign];

/** By the table's reckoning, which counts no cases: so in words, not in figures. */
const likelihoodInWords = (likelihood: number) =>
  likelihood >= 0.75 ? "very likely" : likelihood >= 0.5 ? "likely" : "perhaps";

/** Why it probably happened, by the table of causes, with the evidence and a drill. */
export function CauseList({
  causes,
  maySay,
  onSay,
}: {
  causes: readonly LikelyCause[];
  maySay: boolean;
  onSay: (cause: CauseCode, holds: boolean) => void;
}) {
  if (causes.length === 0) return null;
  return (
    <section aria-label="Why, probably" className="mt-5 border-t border-slate-rule pt-3">
      <h3 className="text-13 text-chalk-2">Why, probably</h3>
      <ul className="mt-1 space-y-3">
        {causes.map(({ code, likelihood, shownBy, alsoOn, said }) => {
          const { name, drill, from } = CAUSES[code];
          return (
            <li key={code} className="text-15">
              <p className="flex items-baseline justify-between gap-3">
                <strong className="font-semibold" title={from}>
                  {name}
                </strong>
                <span className="text-13 whitespace-nowrap text-chalk-2">
                  {said ? "confirmed" : likelihoodInWords(likelihood)}
                </span>
              </p>
              <p className="text-13 text-chalk-2">
                {shownBy.map(signInWords).join(", ")}
                {alsoOn.length > 0 ? `; also on ${alsoOn.join(", ")}` : ""}
              </p>
              <p className="mt-0.5 text-13">{drill}</p>
              {maySay && !said ? (
                <p className="flex gap-4 text-13">
                  <button type="button" className="link min-h-11" onClick={() => onSay(code, true)}>
                    That is it
                  </button>
                  <button
                    type="button"
                    className="link min-h-11"
                    onClick={() => onSay(code, false)}
                  >
                    Not that
                  </button>
                </p>
              ) : null}
            </li>
          );
        })}
      </ul>
    </section>
  );
}

import { CAUSES, type CauseCode } from "@/core/cause/causes";
import { howLikely, type LikelyCause } from "@/core/cause/likely";
import { DEVIATION_SIGNS, type DeviationSign, type Sign } from "@/core/cause/signs";
import { defectKind } from "@/core/trade/defects";

const signInWords = (sign: Sign): string =>
  sign.startsWith("defect:")
    ? (defectKind(sign.slice("defect:".length))?.name.toLowerCase() ?? sign)
    : DEVIATION_SIGNS[sign as DeviationSign];

/** Why it probably happened, by the table of causes, with the evidence and a drill. */
export function CauseList({
  causes,
  onSay,
}: {
  causes: readonly LikelyCause[];
  /** Keeps whether it was that; absent for whom it isn't to say. */
  onSay?: ((cause: CauseCode, holds: boolean) => void) | undefined;
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
                  {said ? "confirmed" : howLikely(likelihood)}
                </span>
              </p>
              <p className="text-13 text-chalk-2">
                {shownBy.map(signInWords).join(", ")}
                {alsoOn.length > 0 ? `; also on ${alsoOn.join(", ")}` : ""}
              </p>
              <p className="mt-0.5 text-13">{drill}</p>
              {onSay && !said ? (
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

import { chanceHeldOff } from "@/core/climb/margin";
import { MARGIN_RISKS, type MarginRisk, type StandingRules } from "@/core/climb/rules";
import { useProofs } from "./useProofs";

const DEFAULT_RISK: MarginRisk = 0.1;
const percent = (share: number) => Math.round(share * 100);

/** Whether True may be proven by fewer pieces that are well inside, at what risk, and what that comes to. */
export function MarginFields({
  trueRun,
  margin,
  onChange,
}: {
  trueRun: number;
  margin: StandingRules["margin"];
  onChange: (next: StandingRules["margin"]) => void;
}) {
  return (
    <>
      <label className="flex min-h-11 items-center gap-2 text-15">
        <input
          type="checkbox"
          className="size-5 accent-ink"
          checked={margin !== null}
          onChange={({ target }) => onChange(target.checked ? { risk: DEFAULT_RISK } : null)}
        />
        or fewer, where they are well inside their limits
      </label>
      {margin ? (
        <>
          <label className="flex items-center gap-2 text-15">
            taken by chance, times in a hundred
            <select
              className="field !w-20"
              value={margin.risk}
              onChange={({ target }) =>
                onChange({ risk: MARGIN_RISKS.find((one) => String(one) === target.value)! })
              }
            >
              {MARGIN_RISKS.map((risk) => (
                <option key={risk} value={risk}>
                  {percent(risk)}
                </option>
              ))}
            </select>
          </label>
          <Proofs trueRun={trueRun} risk={margin.risk} />
        </>
      ) : null}
    </>
  );
}

/** Both ways side by side. */
function Proofs({ trueRun, risk }: { trueRun: number; risk: MarginRisk }) {
  const rows = useProofs({ trueRun, risk });
  return (
    <div className="mt-2 basis-full overflow-x-auto pb-3 text-15" aria-busy={rows === null}>
      <p className="max-w-prose text-ink-2">
        Whoever makes {percent(chanceHeldOff({ trueRun, risk }))} good ones in a hundred, or fewer,
        is taken no oftener than by the count. From the fifth piece of an exercise on, none of the
        last ten more than 1.3 times off; two at the least; {trueRun + 2} that only just pass.
      </p>
      <table className="ledger mt-2">
        <caption className="text-left text-13 text-ink-2">
          Reckoned on 2,000 made-up learners who made six of the exercise before
        </caption>
        <thead>
          <tr>
            <th scope="col">Good in a hundred</th>
            <th scope="col">Pieces to True, counted</th>
            <th scope="col">by margin</th>
            <th scope="col">There within ten, counted</th>
            <th scope="col">by margin</th>
          </tr>
        </thead>
        <tbody>
          {rows?.map(({ chance, count, margin }) => (
            <tr key={chance}>
              <th scope="row">{percent(chance)}</th>
              <td>{count.pieces.toFixed(1)}</td>
              <td>{margin.pieces.toFixed(1)}</td>
              <td className="whitespace-nowrap">{percent(count.withinTen)} %</td>
              <td className="whitespace-nowrap">{percent(margin.withinTen)} %</td>
            </tr>
          )) ?? (
            <tr>
              <td colSpan={5}>Reckoning …</td>
            </tr>
          )}
        </tbody>
      </table>
    </div>
  );
}

import type { Metadata } from "next";
import { STAFF } from "@/data/actor";
import { listInstruments, listLatestChecks } from "@/data/queries/instruments";
import { daysOverdue } from "@/ui/bench/overdue";
import { Link } from "@/ui/kit/Link";
import { CheckForm } from "@/ui/measure/CheckForm";
import { INSTRUMENT_WORDS, uncertaintyInWords } from "@/ui/words/instruments";
import { countOf } from "@/ui/words/count";
import { dateInWords } from "@/ui/words/when";
import { requireActor, recordsOf, today } from "../../../server";

export const metadata: Metadata = { title: "Instruments" };

export default async function InstrumentsPage() {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const instruments = await listInstruments(database, actor);
  const checks = new Map(
    (await listLatestChecks(database, actor)).map((check) => [check.instrumentId, check]),
  );
  return (
    <main className="grid grow lg:grid-cols-[minmax(0,1fr)_360px]">
      <div className="p-5">
        <div className="mb-3 flex flex-wrap items-baseline gap-x-5">
          <h1 className="font-slab text-27 font-semibold">Instruments</h1>
          <Link href="/measure" className="link flex min-h-11 items-center text-15">
            At the bench
          </Link>
        </div>
        <table className="ledger text-15">
          <thead>
            <tr>
              <th scope="col">Instrument</th>
              <th scope="col" className="max-sm:hidden">
                Kind
              </th>
              <th scope="col" className="number">
                Sure to
              </th>
              <th scope="col" className="number">
                Reads off by
              </th>
              <th scope="col">Last check</th>
            </tr>
          </thead>
          <tbody>
            {instruments.map((instrument) => {
              const { id, name, kind, checkedOn } = instrument;
              const check = checks.get(id);
              const overdue = daysOverdue(instrument, today(actor));
              return (
                <tr key={id}>
                  <td className="font-semibold">{name}</td>
                  <td className="quiet max-sm:hidden">{INSTRUMENT_WORDS[kind]}</td>
                  <td className="number">{uncertaintyInWords(instrument)}</td>
                  <td className="number quiet">
                    {check ? uncertaintyInWords({ kind, uncertainty: check.bias }, true) : "–"}
                  </td>
                  <td>
                    {checkedOn ? (
                      dateInWords(checkedOn)
                    ) : (
                      <span className="quiet">none needed</span>
                    )}
                    {check ? <span className="quiet">, {check.checkedBy}</span> : null}
                    {overdue > 0 ? (
                      <strong className="block text-13 text-heavy">
                        {countOf(overdue, "day")} overdue
                      </strong>
                    ) : null}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <details className="mt-4 text-15">
          <summary className="link inline-flex min-h-11 items-center">How it is reckoned</summary>
          <p className="max-w-prose">
            Read a block or rule of known size several times. The readings&rsquo; own spread, the
            smallest step shown, what the known size is sure to and what a forged surface adds are
            squared, added and rooted; twice that, and the whole of what it reads off by, is what a
            reading is sure to (JCGM 100:2008, 4.2, F.2.2.1 and F.2.4.5; coverage factor 2).
            Readings taken before keep the uncertainty they were taken with.
          </p>
        </details>
      </div>
      <section
        aria-label="Check an instrument"
        className="border-rule-strong p-5 max-lg:border-t lg:border-l"
      >
        <h2 className="mb-3 font-slab text-20 font-semibold">Check one</h2>
        <CheckForm instruments={instruments} />
      </section>
    </main>
  );
}

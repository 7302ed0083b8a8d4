"use client";

import { create } from "qrcode";
import { useState } from "react";
import { newId, sendCommand } from "../command";
import { FormError } from "../forms/Field";
import { SquareCode } from "../kit/SquareCode";
import { countOf } from "../words/count";
import { dayInWords } from "../words/when";

interface Waiting {
  id: string;
  name: string;
  tagCode: string | null;
}
interface Slip extends Waiting {
  address: string;
  expiresAt: string;
}

/** A way in for everybody of a cohort who has none yet, on one sheet to print and cut. */
export function JoinSlips({
  school,
  timeZone,
  cohorts,
}: {
  school: string;
  timeZone: string;
  cohorts: readonly { id: string; name: string; waiting: readonly Waiting[] }[];
}) {
  const [slips, setSlips] = useState<Slip[]>([]);
  const [busy, setBusy] = useState(false);
  const [error, setError] = useState<string | null>(null);
  const make = async (waiting: readonly Waiting[]) => {
    setBusy(true);
    setError(null);
    const made: Slip[] = [];
    for (const one of waiting) {
      const answer = await sendCommand<"make-join-link", { path: string; expiresAt: string }>(
        "make-join-link",
        { linkId: newId(), personId: one.id },
      );
      if (!answer.ok) {
        setError(`${one.name}: ${answer.error.message}`);
        break;
      }
      const { path, expiresAt } = answer.value;
      made.push({ ...one, address: `${window.location.origin}${path}`, expiresAt });
    }
    setSlips(made);
    setBusy(false);
  };
  return (
    <>
      <div className="no-print">
        <FormError>{error}</FormError>
        <ul className="mb-5 max-w-xl border-t-2 border-ink bg-sheet text-15">
          {cohorts.map(({ id, name, waiting }) => (
            <li
              key={id}
              className="flex min-h-14 items-center justify-between gap-4 border-b border-rule px-3"
            >
              <span>
                <b>{name}</b>{" "}
                <span className="quiet">
                  {waiting.length === 0
                    ? "all have joined"
                    : `${countOf(waiting.length, "has", "have")} not joined`}
                </span>
              </span>
              <button
                type="button"
                className="button"
                disabled={busy || waiting.length === 0}
                onClick={() => void make(waiting)}
              >
                Make {countOf(waiting.length, "slip")}
                <span className="sr-only"> for {name}</span>
              </button>
            </li>
          ))}
        </ul>
        {slips.length > 0 ? (
          <p className="mb-4 flex flex-wrap items-center gap-4 text-15">
            <button type="button" className="button button-main" onClick={() => window.print()}>
              Print {countOf(slips.length, "slip")}
            </button>
            They are shown only now; slips made before for the same people no longer work.
          </p>
        ) : null}
      </div>
      <ul className="grid max-w-4xl grid-cols-2 gap-3 max-sm:grid-cols-1 print:max-w-none print:gap-0">
        {slips.map(({ id, name, tagCode, address, expiresAt }) => (
          <li
            key={id}
            data-slip={name}
            className="flex break-inside-avoid items-center gap-3 border border-rule-strong bg-white p-3 print:border-dashed print:border-ink"
          >
            <SquareCode
              {...codeOf(address)}
              label={`The way in for ${name}, as a code`}
              className="w-32"
            />
            <div className="min-w-0 text-13">
              <p className="font-slab text-17 font-semibold">
                {name} <span className="quiet font-plain font-normal">{tagCode}</span>
              </p>
              <p>
                {school}: open this once, by {dayInWords(expiresAt, timeZone)}, and choose how to
                sign in.
              </p>
              <p className="mt-1 break-all">{address}</p>
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}

function codeOf(text: string) {
  const { modules } = create(text, { errorCorrectionLevel: "M" });
  return { size: modules.size, dark: [...modules.data] };
}

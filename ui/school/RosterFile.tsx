"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { readRoster, type RosterRead } from "./rosterFile";
import { FormDone, FormError } from "../forms/Field";
import { countOf } from "../words/count";

/** Learners from a file: looked at first, then all added or none. */
export function RosterFile({
  cohorts,
  there,
}: {
  cohorts: readonly { id: string; name: string }[];
  there: readonly string[];
}) {
  const router = useRouter();
  const [read, setRead] = useState<RosterRead | null>(null);
  const [added, setAdded] = useState<string | null>(null);
  const { send, busy, error } = useCommand();
  const look = async (file: File | undefined) => {
    setAdded(null);
    setRead(file ? readRoster(new Uint8Array(await file.arrayBuffer()), cohorts, there) : null);
  };
  const add = async (learners: RosterRead["learners"]) => {
    const answer = await send("import-roster", {
      learners: learners.map(({ name, cohortId }) => ({ personId: newId(), name, cohortId })),
    });
    if (!answer.ok) return;
    setAdded(`${learners.length} added.`);
    setRead(null);
    router.refresh();
  };
  return (
    <div className="text-15">
      <label className="block">
        A CSV file with the columns name and cohort
        <input
          type="file"
          accept=".csv,text/csv"
          className="mt-1 block min-h-11 w-full"
          onChange={({ target }) => void look(target.files?.[0])}
        />
      </label>
      {read ? (
        <div className="mt-2" role="status">
          {read.problems.length > 0 ? (
            <>
              <p className="font-semibold">
                Nobody is added while something is wrong;{" "}
                {countOf(read.learners.length, "line is", "lines are")} right.
              </p>
              <ul className="mt-1 max-h-60 overflow-auto border-l-4 border-light bg-sheet px-3 py-2">
                {read.problems.map(({ line, message }) => (
                  <li key={`${line}/${message}`}>
                    Line {line}: {message}
                  </li>
                ))}
              </ul>
            </>
          ) : (
            <>
              <p className="font-semibold">These would be added:</p>
              <ul className="mt-1 max-h-60 overflow-auto bg-sheet px-3 py-2">
                {read.learners.map(({ line, name, cohort }) => (
                  <li key={line}>
                    {name}, {cohort}
                  </li>
                ))}
              </ul>
              <button
                type="button"
                className="button button-main mt-2 w-full"
                disabled={busy}
                onClick={() => void add(read.learners)}
              >
                {busy ? "Adding …" : `Add all ${read.learners.length}`}
              </button>
            </>
          )}
        </div>
      ) : null}
      <div className="mt-2">
        <FormError>{error}</FormError>
        <FormDone>{added}</FormDone>
      </div>
      <a href="/api/roster" download className="link mt-2 flex min-h-11 items-center">
        the roster as it is (CSV)
      </a>
    </div>
  );
}

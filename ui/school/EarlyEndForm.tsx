"use client";

import { useRouter } from "next/navigation";
import { hasMissedTooMuch, type EarlyRecord } from "@/core/verdict/earlyRecord";
import { useCommand } from "../useCommand";
import { earlyEndsInWords } from "../words/trackRecord";
import { SchoolSwitch } from "./SchoolSwitch";

/** Whether inspections end once enough is known, and what that came to. */
export function EarlyEndForm({
  record,
  manages,
}: {
  /** Null where everything is measured. */
  record: EarlyRecord | null;
  manages: boolean;
}) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const set = async (on: boolean) => {
    if ((await send("set-early-end", { on })).ok) router.refresh();
  };
  const isStopped = record !== null && hasMissedTooMuch(record);
  return (
    <div className="text-15">
      <SchoolSwitch
        label="An inspection ends once enough is known"
        on={record !== null}
        disabled={!manages || busy}
        error={error}
        onChange={(on) => void set(on)}
      />
      {record ? <p>{earlyEndsInWords(record)}</p> : null}
      {isStopped ? (
        <p role="status" className="mt-1 font-semibold text-light">
          More than three in a hundred drawn ones came out otherwise: everything is measured again.
          {manages ? (
            <button
              type="button"
              className="link ml-3 min-h-11"
              disabled={busy}
              onClick={() => void set(true)}
            >
              Begin anew
            </button>
          ) : null}
        </p>
      ) : null}
      <p className="quiet mt-2 text-13">
        For practice, guided pieces, and exercises of the first two steps by learners still on them,
        once twelve pieces of an exercise were measured whole: after two readings or more, where at
        most one in fifty such pieces would come out otherwise. What isn’t read counts as not
        measured, and such a piece proves nothing above Fair. How often a size goes wrong by itself
        is counted once a day from all of the school’s whole inspections; until then hardly any
        inspection ends early. One in eight is drawn to be measured whole all the same; where those
        come out otherwise too often, this turns itself off.
      </p>
    </div>
  );
}

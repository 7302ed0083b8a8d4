"use client";

import { useRouter } from "next/navigation";
import { useCommand } from "../useCommand";
import { SchoolSwitch } from "./SchoolSwitch";

/** Whether lot decides what comes first where the list of the next can't tell. */
export function CloseCallsForm({ drawn, manages }: { drawn: boolean; manages: boolean }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  const set = async (on: boolean) => {
    if ((await send("set-close-calls", { drawn: on })).ok) router.refresh();
  };
  return (
    <div className="text-15">
      <SchoolSwitch
        label="Close calls are drawn by lot"
        on={drawn}
        disabled={!manages || busy}
        error={error}
        onChange={(on) => void set(on)}
      />
      <p className="quiet mt-2 text-13">
        Where several exercises promise about the same for a learner, the first in the order of the
        course comes first; or lot decides among them, anew after each piece, and the list says so.
        Nothing is drawn against what is pinned or in hand. On made-up learners it costs up to two
        hundredths of the time; the choices are kept, so that the school can see from its own pieces
        which leads further.
      </p>
    </div>
  );
}

"use client";

import { useRouter } from "next/navigation";
import { useRef, useState } from "react";
import { newId, sendCommand } from "../command";

interface ToSet {
  learnerId: string;
  revisionId: string;
}

/** Sets what stands on the list for everybody who hasn't got it yet, with one tap. */
export function SetForAll({ toSet }: { toSet: readonly ToSet[] }) {
  const router = useRouter();
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  // Made once for each, so that a tap sent again after a lost answer sets nothing twice.
  const ids = useRef(new Map<string, string>());
  const assignmentId = ({ learnerId, revisionId }: ToSet) => {
    const key = `${learnerId} ${revisionId}`;
    if (!ids.current.has(key)) ids.current.set(key, newId());
    return ids.current.get(key)!;
  };
  const setAll = async () => {
    setBusy(true);
    setProblem(null);
    for (const revisionId of new Set(toSet.map((one) => one.revisionId))) {
      const learners = toSet
        .filter((one) => one.revisionId === revisionId)
        .map((one) => ({ assignmentId: assignmentId(one), personId: one.learnerId }));
      const answer = await sendCommand("assign", { revisionId, learners });
      if (!answer.ok) {
        setProblem(`Not everything is set yet. ${answer.error.message}`);
        break;
      }
    }
    setBusy(false);
    router.refresh();
  };
  return (
    <div className="no-print mt-4">
      <button
        type="button"
        className="button button-main"
        disabled={busy}
        onClick={() => void setAll()}
      >
        {busy
          ? "Setting …"
          : toSet.length === 1
            ? "Set the one that isn’t set"
            : `Set all ${toSet.length} that aren’t set`}
      </button>
      {problem ? (
        <p role="alert" className="mt-2 text-15 text-light">
          {problem}
        </p>
      ) : null}
    </div>
  );
}

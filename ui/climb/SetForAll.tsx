"use client";

import { useRouter } from "next/navigation";
import { useRef } from "react";
import { newId } from "../command";
import { useCommand } from "../useCommand";

interface ToSet {
  learnerId: string;
  revisionId: string;
}

/** Sets what stands on the list for everybody who hasn't got it yet, with one tap. */
export function SetForAll({ toSet }: { toSet: readonly ToSet[] }) {
  const router = useRouter();
  const command = useCommand();
  // Made once for each, so that a tap sent again after a lost answer sets nothing twice.
  const ids = useRef(new Map<string, string>());
  const assignmentId = ({ learnerId, revisionId }: ToSet) => {
    const key = `${learnerId} ${revisionId}`;
    if (!ids.current.has(key)) ids.current.set(key, newId());
    return ids.current.get(key)!;
  };
  const setAll = async () => {
    for (const revisionId of new Set(toSet.map((one) => one.revisionId))) {
      const learners = toSet
        .filter((one) => one.revisionId === revisionId)
        .map((one) => ({ assignmentId: assignmentId(one), personId: one.learnerId }));
      const answer = await command.send("assign", { revisionId, learners });
      if (!answer.ok) {
        command.setError(`Not everything is set yet. ${answer.error.message}`);
        break;
      }
    }
    router.refresh();
  };
  return (
    <div className="no-print mt-4">
      <button
        type="button"
        className="button button-main"
        disabled={command.busy}
        onClick={() => void setAll()}
      >
        {command.busy
          ? "Setting …"
          : toSet.length === 1
            ? "Set the one that isn’t set"
            : `Set all ${toSet.length} that aren’t set`}
      </button>
      {command.error ? (
        <p role="alert" className="mt-2 text-15 text-light">
          {command.error}
        </p>
      ) : null}
    </div>
  );
}

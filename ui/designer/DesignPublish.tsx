"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { newId, sendCommand } from "../command";
import { PutAway } from "./PutAway";
import type { useDraft } from "./useDraft";

interface DesignPublishProps {
  exerciseId: string;
  latestNumber: number;
  draft: ReturnType<typeof useDraft>;
}

/** Publishing what is designed, or putting it away. */
export function DesignPublish({ exerciseId, latestNumber, draft }: DesignPublishProps) {
  const router = useRouter();
  const [error, setError] = useState<string | null>(null);
  const publish = async () => {
    setError(null);
    if (!(await draft.flush()))
      return setError("It can't be saved at the moment, so it isn't published either. Try again.");
    const answer = await sendCommand("publish-revision", {
      exerciseId,
      revisionId: newId(),
      base: draft.base.current,
    });
    if (answer.ok) router.push(`/set/${exerciseId}`);
    else setError(answer.error.message);
  };
  const putAway = async () => {
    const answer = await sendCommand("discard-draft", { exerciseId });
    if (!answer.ok) return setError(answer.error.message);
    draft.forget();
    router.push(latestNumber > 0 ? `/set/${exerciseId}` : "/set");
  };
  return (
    <div className="mt-5 border-t-2 border-ink pt-4">
      <button
        type="button"
        className="button button-main w-full"
        disabled={draft.state.kind === "as-published" || draft.state.kind === "conflict"}
        onClick={() => void publish()}
      >
        Publish {latestNumber === 0 ? "it" : `as revision ${latestNumber + 1}`}
      </button>
      {draft.state.kind === "as-published" ? null : (
        <PutAway published={latestNumber > 0} onPutAway={() => void putAway()} />
      )}
      {error ? (
        <p role="alert" className="mt-2 text-15 font-semibold text-light">
          {error}
        </p>
      ) : null}
    </div>
  );
}

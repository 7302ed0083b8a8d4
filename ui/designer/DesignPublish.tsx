"use client";

import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { wordsForProblem } from "@/core/problem/words";
import type { Step } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import type { DesignState } from "./designerStore";
import { NAME_INPUT } from "./NameInput";
import { UNNAMED } from "./newPiece";
import { PutAway } from "./PutAway";
import type { Reckoned } from "./useReckoned";
import type { useDraft } from "./useDraft";

// Read only when it is done.
const LookOver = dynamic(() => import("./LookOver").then((loaded) => loaded.LookOver));

interface DesignPublishProps {
  exerciseId: string;
  latestNumber: number;
  draft: ReturnType<typeof useDraft>;
  state: DesignState;
  reckoned: Reckoned;
  unit: LengthUnit;
  /** What it teaches and at which step, in words. */
  teaches: string;
  step: Step;
}

/** Publishing what is designed, or putting it away. */
export function DesignPublish(props: DesignPublishProps) {
  const { exerciseId, latestNumber, draft, state, reckoned, unit, teaches, step } = props;
  const { content, change } = state;
  const [looking, setLooking] = useState(false);
  const router = useRouter();
  const command = useCommand();
  const publish = async () => {
    if (!(await draft.flush())) return command.setError(wordsForProblem({ code: "draft-unsaved" }));
    const answer = await command.send("publish-revision", {
      exerciseId,
      revisionId: newId(),
      base: draft.base.current,
    });
    if (answer.ok) router.push(`/set/${exerciseId}`);
  };
  const putAway = async () => {
    const answer = await command.send("discard-draft", { exerciseId });
    if (!answer.ok) return;
    draft.forget();
    router.push(latestNumber > 0 ? `/set/${exerciseId}` : "/set");
  };
  return (
    <div className="mt-5 border-t-2 border-ink pt-4">
      {content.name === UNNAMED ? (
        <button
          type="button"
          className="button w-full"
          onClick={() => document.getElementById(NAME_INPUT)?.focus()}
        >
          Name it to publish
        </button>
      ) : (
        <button
          type="button"
          className="button button-main w-full"
          disabled={draft.state.kind === "as-published" || draft.state.kind === "conflict"}
          onClick={() => setLooking(true)}
        >
          Publish {latestNumber === 0 ? "it" : `as revision ${latestNumber + 1}`}
        </button>
      )}
      <LookOver
        open={looking}
        onOpenChange={setLooking}
        content={content}
        reckoned={reckoned}
        unit={unit}
        teaches={teaches}
        step={step}
        onBudget={({ heats, minutes }) =>
          change((now) => ({ ...now, heatBudget: heats, minuteBudget: minutes }))
        }
        onPublish={() => void publish()}
      />
      {draft.state.kind === "as-published" || draft.state.kind === "new" ? null : (
        <PutAway published={latestNumber > 0} onPutAway={() => void putAway()} />
      )}
      {command.error ? (
        <p role="alert" className="mt-2 text-15 font-semibold text-light">
          {command.error}
        </p>
      ) : null}
    </div>
  );
}

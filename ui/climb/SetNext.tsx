"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { newId } from "../command";
import { useCommand } from "../useCommand";
import { SheetDialog } from "../kit/Sheet";

export interface NextChoice {
  exerciseId: string;
  revisionId: string;
  name: string;
  /** Set for the learner already. */
  set: boolean;
  pinned: boolean;
}

/** Sets what is next, pins it first, or puts it off; each with one tap, the last two with a reason. */
export function SetNext({
  learnerId,
  choice: { exerciseId, revisionId, name, set, pinned },
  chalk = false,
}: {
  learnerId: string;
  choice: NextChoice;
  /** On the slate. */
  chalk?: boolean;
}) {
  const router = useRouter();
  const [asking, setAsking] = useState<"pin" | "skip" | null>(null);
  const [reason, setReason] = useState("");
  const { send, busy, error } = useCommand();
  const finish = ({ ok }: { ok: boolean }) => {
    if (!ok) return;
    setAsking(null);
    setReason("");
    router.refresh();
  };
  const assign = async () => {
    const learners = [{ assignmentId: newId(), personId: learnerId }];
    finish(await send("assign", { revisionId, learners }));
  };
  const say = async (says: "pin" | "skip" | "let", why: string) => {
    const input = { choiceId: newId(), learnerId, exerciseId, says, reason: why };
    finish(await send("say-next", input));
  };
  const button = chalk ? "button button-chalk" : "button";
  const quiet = `link min-h-11 px-2 text-15 ${chalk ? "text-chalk-2" : "text-ink-2"}`;
  return (
    <div className="mt-3 flex flex-wrap items-center gap-2">
      {set ? (
        <span className={`px-2 text-15 ${chalk ? "text-chalk-2" : "quiet"}`}>It is set.</span>
      ) : (
        <button type="button" className={button} disabled={busy} onClick={() => void assign()}>
          Set it
        </button>
      )}
      {pinned ? (
        <button type="button" className={quiet} onClick={() => void say("let", "no longer first")}>
          Unpin
        </button>
      ) : (
        <button type="button" className={quiet} onClick={() => setAsking("pin")}>
          Pin it first
        </button>
      )}
      <button type="button" className={quiet} onClick={() => setAsking("skip")}>
        Put it off
      </button>
      {error && asking === null ? (
        <p role="alert" className="basis-full text-15">
          {error}
        </p>
      ) : null}
      <SheetDialog
        title={asking === "pin" ? `Pin ${name} first` : `Put ${name} off`}
        open={asking !== null}
        onOpenChange={(open) => {
          if (!open) setAsking(null);
        }}
      >
        <form
          onSubmit={(event) => {
            event.preventDefault();
            if (asking) void say(asking, reason);
          }}
        >
          <label className="block text-15">
            Why, in a word or two
            <input
              className="field mt-1"
              value={reason}
              maxLength={200}
              autoFocus
              onChange={({ target }) => setReason(target.value)}
            />
          </label>
          {error ? (
            <p role="alert" className="mt-2 text-15 text-light">
              {error}
            </p>
          ) : null}
          <button
            type="submit"
            className="button button-main mt-4"
            disabled={busy || reason.trim().length < 3}
          >
            {asking === "pin" ? "Pin it" : "Put it off"}
          </button>
        </form>
      </SheetDialog>
    </div>
  );
}

"use client";

import { useState } from "react";
import type { Badge } from "@/core/credential/badge";
import { post } from "../command";
import { dateInWords } from "../words/when";

type Outcome = { badge: Badge | null } | { problem: string };

/** Checks a pasted or chosen credential, and says what it says. */
export function VerifyForm() {
  const [token, setToken] = useState("");
  const [outcome, setOutcome] = useState<Outcome | null>(null);
  const [busy, setBusy] = useState(false);
  const check = async () => {
    setBusy(true);
    const answer = await post<Badge | null>("/api/badge/verify", { token });
    setBusy(false);
    setOutcome(answer.ok ? { badge: answer.value } : { problem: answer.error.message });
  };
  return (
    <form
      className="mt-4"
      onSubmit={(event) => {
        event.preventDefault();
        void check();
      }}
    >
      <label className="block text-15">
        The credential
        <textarea
          className="field mt-1 min-h-32 py-2 break-all"
          value={token}
          onChange={({ target }) => setToken(target.value)}
        />
      </label>
      <label className="mt-2 block text-15">
        or its file
        <input
          type="file"
          accept=".jwt,text/plain"
          className="mt-1 block min-h-11"
          onChange={({ target }) => void target.files?.[0]?.text().then(setToken)}
        />
      </label>
      <button
        type="submit"
        className="button button-main mt-3"
        disabled={busy || token.trim() === ""}
      >
        {busy ? "Checking …" : "Check it"}
      </button>
      {outcome ? (
        <div role="status" className="mt-5">
          <Answer outcome={outcome} />
        </div>
      ) : null}
    </form>
  );
}

function Answer({ outcome }: { outcome: Outcome }) {
  if ("problem" in outcome)
    return <p className="border-l-4 border-light bg-sheet px-3 py-2 text-15">{outcome.problem}</p>;
  const { badge } = outcome;
  if (!badge)
    return (
      <p className="border-l-4 border-light bg-sheet px-3 py-2 text-15">
        ✕ This school did not sign that, or it was changed since.
      </p>
    );
  const { achievement, identifier } = badge.credentialSubject;
  return (
    <div className="border-l-4 border-on-size bg-band px-4 py-3 text-15">
      <p className="font-slab text-20 font-semibold">● Signed by {badge.issuer.name}</p>
      <p className="mt-1">
        {identifier[0]?.identityHash}: {achievement.name}, {dateInWords(badge.validFrom)}.
      </p>
      <p>{achievement.criteria.narrative}</p>
      <p>{badge.evidence[0]?.narrative}</p>
    </div>
  );
}

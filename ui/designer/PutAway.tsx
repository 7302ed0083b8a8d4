"use client";

import { useState } from "react";

/** Letting a draft go is asked twice: it can't be had back. */
export function PutAway({ published, onPutAway }: { published: boolean; onPutAway: () => void }) {
  const [sure, setSure] = useState(false);
  if (!sure)
    return (
      <button type="button" className="link min-h-11 text-15" onClick={() => setSure(true)}>
        Throw the draft away
      </button>
    );
  return (
    <p className="mt-2 text-15">
      {published ? "The published revision stays. " : "Nothing of it stays. "}
      <button type="button" className="link min-h-11 font-semibold" onClick={onPutAway}>
        Throw it away
      </button>{" "}
      <button type="button" className="link min-h-11" onClick={() => setSure(false)}>
        Keep it
      </button>
    </p>
  );
}

"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { BenchPiece } from "@/core/records/bench";
import { useCommand } from "../useCommand";

/** Whom a cold piece was explained and shown to: the last thing “Sure” asks for; nothing for any other piece. */
export function ShownTo({
  piece: { id: pieceId, cold, shownTo },
  closed,
}: {
  piece: Pick<BenchPiece, "id" | "cold" | "shownTo">;
  closed: boolean;
}) {
  const router = useRouter();
  const [typed, setTyped] = useState(shownTo ?? "");
  const { send, busy, error } = useCommand();
  if (!cold) return null;
  if (closed)
    return (
      <p className="mt-2 text-15 text-ink-2">
        A cold piece, {shownTo ? `shown to ${shownTo}` : "shown to nobody"}.
      </p>
    );
  const save = async () => {
    const answer = await send("show-piece", { pieceId, shownTo: typed.trim() || null });
    if (answer.ok) router.refresh();
  };
  return (
    <form
      aria-label="Shown to"
      className="mt-2 flex flex-wrap items-end gap-3 text-15"
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <label>
        A cold piece. Explained and shown to
        <input
          className="field mt-1 block"
          maxLength={80}
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
        />
      </label>
      <button
        type="submit"
        className="button"
        disabled={busy || (typed.trim() || null) === shownTo || typed.trim().length === 1}
      >
        Note it
      </button>
      {error ? (
        <p role="alert" className="basis-full text-light">
          {error}
        </p>
      ) : null}
    </form>
  );
}

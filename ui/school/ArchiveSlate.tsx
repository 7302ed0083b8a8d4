"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { post } from "../command";
import { useCommand } from "../useCommand";

/** What the slate says of the archive: when it was last taken out, and whether it could be put back. */
export function ArchiveSlate({
  lastOut,
  lastTried,
}: {
  /** Days, as they are said; null for never. */
  lastOut: string | null;
  lastTried: { day: string; pieces: number } | null;
}) {
  const router = useRouter();
  const { wait, busy, error } = useCommand();
  const [tried, setTried] = useState<number | null>(null);
  const tryIt = async () => {
    const answer = await wait(post<{ pieces: number }>("/api/school/archive/try", {}));
    if (!answer.ok) return;
    setTried(answer.value.pieces);
    router.refresh();
  };
  const pieces = tried ?? lastTried?.pieces ?? null;
  return (
    <section aria-label="The archive" className="flex grow flex-col bg-slate p-6 text-chalk">
      <p className="text-13 text-chalk-2">The archive</p>
      <h2 className="font-slab text-27 leading-tight font-semibold">
        {lastOut ? `Last taken out ${lastOut}` : "Never taken out yet"}
      </h2>
      <p role="status" className="mt-2 text-15 text-chalk-2">
        {pieces === null ? (
          "The whole school in one ZIP of open formats: records, the course, pictures. Whether it could be put back has not been tried."
        ) : (
          <>
            <b className="text-chalk">Restorable: tried.</b> Put back whole{" "}
            {tried === null ? lastTried!.day : "just now"}, {pieces} of {pieces} pieces the same to
            the last reading.
          </>
        )}
      </p>
      {error ? (
        <p role="alert" className="mt-2 text-15 font-semibold">
          {error}
        </p>
      ) : null}
      <div className="mt-auto pt-4">
        <button
          type="button"
          className="min-h-11 text-15 underline underline-offset-3"
          disabled={busy}
          onClick={() => void tryIt()}
        >
          {busy ? "Putting it back, to see …" : "Try whether it can be put back"}
        </button>
        <a
          href="/api/school/archive"
          download
          className="button button-chalk mt-2 w-full"
          onClick={() => setTimeout(() => router.refresh(), 2000)}
        >
          Take it out now
        </a>
      </div>
    </section>
  );
}

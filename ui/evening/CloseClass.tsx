"use client";

import { useRouter } from "next/navigation";
import { useCommand } from "../useCommand";

/** Says that an evening is over and its figures are right. */
export function CloseClass({ classId, isClosed }: { classId: string; isClosed: boolean }) {
  const router = useRouter();
  const { send, busy, error } = useCommand();
  if (isClosed) return <p className="text-15 text-chalk-2">It is closed.</p>;
  const close = async () => {
    const answer = await send("close-class", { classId });
    if (answer.ok) router.refresh();
  };
  return (
    <>
      {error ? (
        <p role="alert" className="mb-2 text-15">
          {error}
        </p>
      ) : null}
      <button
        type="button"
        className="button button-chalk w-full"
        disabled={busy}
        onClick={() => void close()}
      >
        Close the evening
      </button>
    </>
  );
}

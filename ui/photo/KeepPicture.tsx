import { useRouter } from "next/navigation";
import { useState } from "react";
import { sendPhoto } from "../bench/sendPhoto";
import { useCommand } from "../useCommand";

/** The picture stays on the device unless it is kept with the piece, among its photographs. */
export function KeepPicture({ pieceId, picture }: { pieceId: string; picture: Blob }) {
  const router = useRouter();
  const { wait, busy, error } = useCommand();
  const [isKept, setKept] = useState(false);
  const keep = async () => {
    const answer = await wait(sendPhoto(pieceId, picture));
    if (!answer.ok) return;
    setKept(true);
    router.refresh();
  };
  if (isKept)
    return (
      <p role="status" className="flex min-h-11 items-center text-15 text-ink-2">
        Kept with the piece.
      </p>
    );
  return (
    <>
      <button type="button" className="link min-h-11" disabled={busy} onClick={() => void keep()}>
        {busy ? "Keeping it …" : "Keep the picture with the piece"}
      </button>
      {error ? (
        <p role="alert" className="flex items-center text-15 font-semibold text-heavy">
          {error}
        </p>
      ) : null}
    </>
  );
}

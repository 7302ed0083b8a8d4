"use client";

import { useRouter } from "next/navigation";
import { memo, useRef, useState } from "react";
import type { CommandFailure } from "@/core/records/commands";
import type { BenchPhoto } from "@/core/records/bench";
import { newId, sendCommand } from "../command";

interface PhotosProps {
  pieceId: string;
  photos: readonly BenchPhoto[];
  closed: boolean;
}

/** Sends a photograph as it is; the server looks at what it holds. */
async function upload(pieceId: string, file: File): Promise<CommandFailure | null> {
  try {
    const response = await fetch(`/api/photo/${newId()}?piece=${pieceId}`, {
      method: "PUT",
      headers: { "content-type": "application/octet-stream" },
      body: file,
    });
    const answer = (await response.json()) as { ok: boolean; error?: CommandFailure };
    return answer.error ?? null;
  } catch {
    const message =
      "The server can't be reached, so the photograph isn't added. Add it again later.";
    return { code: "unavailable", message, path: "" };
  }
}

/** Photographs of the piece; none leaves the school, and where it was taken is not kept. */
export const Photos = memo(function Photos({ pieceId, photos, closed }: PhotosProps) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const [busy, setBusy] = useState(false);
  const [problem, setProblem] = useState("");

  async function add(files: FileList | null) {
    if (!files?.length) return;
    setBusy(true);
    setProblem("");
    for (const file of files) {
      const failure = await upload(pieceId, file);
      if (failure) setProblem(`${file.name}: ${failure.message}`);
    }
    if (input.current) input.current.value = "";
    setBusy(false);
    router.refresh();
  }

  async function takeBack(photoId: string) {
    const answer = await sendCommand("withdraw-photo", { photoId });
    setProblem(answer.ok ? "" : answer.error.message);
    router.refresh();
  }

  if (closed && photos.length === 0) return null;
  return (
    <section aria-label="Photographs" className="mt-2 flex flex-wrap items-center gap-3 text-15">
      {photos.map(({ id, widthPx, heightPx, addedBy }, index) => (
        <figure key={id} className="border border-rule bg-sheet">
          <a href={`/api/photo/${id}`} target="_blank" rel="noreferrer">
            {/* Served to those who may see it only: the image optimiser would not know who asks. */}
            {/* eslint-disable-next-line @next/next/no-img-element */}
            <img
              src={`/api/photo/${id}`}
              width={Math.round((96 * widthPx) / heightPx)}
              height={96}
              alt={`Photograph ${index + 1}, added by ${addedBy}`}
              loading="lazy"
              className="h-24 w-auto"
            />
          </a>
          {closed ? null : (
            <button
              type="button"
              className="link min-h-11 w-full text-13"
              onClick={() => void takeBack(id)}
            >
              take back
            </button>
          )}
        </figure>
      ))}
      {closed ? null : (
        <label className="link flex min-h-11 cursor-pointer items-center text-ink-2 focus-within:outline-[3px]">
          {busy ? "Adding …" : "Add a photograph"}
          <input
            ref={input}
            type="file"
            accept="image/jpeg,image/png,image/webp"
            multiple
            disabled={busy}
            className="sr-only"
            onChange={(event) => void add(event.target.files)}
          />
        </label>
      )}
      {problem ? (
        <p role="alert" className="w-full font-semibold text-heavy">
          {problem}
        </p>
      ) : null}
    </section>
  );
});

"use client";

import { useRouter } from "next/navigation";
import { memo, useRef } from "react";
import type { BenchPhoto } from "@/core/records/bench";
import { useCommand } from "../useCommand";
import { sendPhoto } from "./sendPhoto";

interface PhotosProps {
  pieceId: string;
  photos: readonly BenchPhoto[];
  closed: boolean;
}

/** Photographs of the piece; none leaves the school, and where it was taken is not kept. */
export const Photos = memo(function Photos({ pieceId, photos, closed }: PhotosProps) {
  const router = useRouter();
  const input = useRef<HTMLInputElement>(null);
  const { send, wait, busy, error, setError } = useCommand();

  async function add(files: FileList | null) {
    if (!files?.length) return;
    for (const file of files) {
      const answer = await wait(sendPhoto(pieceId, file));
      if (!answer.ok) {
        setError(`${file.name}: ${answer.error.message}`);
        break;
      }
    }
    if (input.current) input.current.value = "";
    router.refresh();
  }

  async function takeBack(photoId: string) {
    await send("withdraw-photo", { photoId });
    router.refresh();
  }

  if (closed && photos.length === 0) return null;
  return (
    <section aria-label="Photographs" className="mt-2 flex flex-wrap items-center gap-3 text-15">
      {photos.map(({ id, widthPx, heightPx, addedBy }, index) => (
        <figure key={id} className="border border-rule bg-sheet">
          <a href={`/api/photo/${id}`} target="_blank" rel="noreferrer">
            {/* Served to those who may see it only: the image optimiser would not know who asks. */}
            {/* oxlint-disable-next-line next/no-img-element */}
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
      {error ? (
        <p role="alert" className="w-full font-semibold text-heavy">
          {error}
        </p>
      ) : null}
    </section>
  );
});

"use client";

import dynamic from "next/dynamic";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { StateShape } from "../kit/StateShape";

const ScanTag = dynamic(() => import("./ScanTag").then(({ ScanTag: loaded }) => loaded), {
  ssr: false,
});

/**
 * To the bench by the tag: typed, sent by a scanner that types like a keyboard, or read off
 * its label by the camera.
 *
 * @param missed the tag that was looked for and isn't here
 */
export function TagForm({ missed }: { missed: string | null }) {
  const router = useRouter();
  const [scanning, setScanning] = useState(false);
  return (
    <form role="search" className="mb-4 flex flex-wrap items-end gap-x-3 gap-y-1">
      <label>
        <span className="mb-1 block text-15 font-semibold">Tag</span>
        <input
          name="tag"
          defaultValue={missed ?? ""}
          autoComplete="off"
          autoCapitalize="characters"
          // The scanner types as soon as the page stands.
          autoFocus
          maxLength={20}
          aria-describedby={missed ? "tag-answer" : undefined}
          aria-invalid={missed !== null}
          className="field w-36 text-20 uppercase sm:w-40"
        />
      </label>
      <button className="button">Fetch it</button>
      {scanning ? (
        <ScanTag
          onTag={(tag) => {
            setScanning(false);
            router.push(`/measure?tag=${encodeURIComponent(tag)}`);
          }}
          onStop={() => setScanning(false)}
        />
      ) : (
        <button
          type="button"
          className="link min-h-11 px-1 text-15"
          onClick={() => setScanning(true)}
        >
          Scan its label
        </button>
      )}
      {missed ? (
        <p
          id="tag-answer"
          role="alert"
          className="flex items-center gap-2 py-2 text-15 font-semibold"
        >
          <StateShape state="defect" size={14} />
          No piece here has the tag “{missed}”. A tag is stamped or chalked on the piece, such as
          K1-5.
        </p>
      ) : null}
    </form>
  );
}

import { useState } from "react";
import { MATS, MAT_SIZES } from "@/core/photo/mat";
import { STEP_WORDS } from "../words/picture";
import { LiveCamera } from "./LiveCamera";
import type { PictureState } from "./usePicture";

/** How a picture is taken: with the camera, from a file, or by the practice camera; and why the last one wasn't read. */
export function PictureWay({
  state,
  onFile,
  onPractice,
  look,
  onWatch,
  onStop,
}: {
  state: PictureState;
  onFile: (file: Blob) => void;
  onPractice: () => void;
  look: (view: Blob) => Promise<string | null>;
  /** The camera is about to be looked through. */
  onWatch: () => void;
  onStop: () => void;
}) {
  const [isWatching, setWatching] = useState(false);
  if (state.is === "busy")
    return (
      <section className="border border-rule bg-sheet p-6">
        <p role="status" className="font-slab text-20">
          {STEP_WORDS[state.step]}
        </p>
        <p className="mt-1 text-15 text-ink-2">
          The picture stays on this device; nothing is sent.
        </p>
        <button type="button" className="button mt-4" onClick={onStop}>
          Stop
        </button>
      </section>
    );
  const refused = state.is === "waiting" ? state.refused : null;
  if (isWatching && !refused)
    return (
      <LiveCamera
        look={look}
        onTaken={(picture) => {
          setWatching(false);
          onFile(picture);
        }}
        onStop={() => {
          setWatching(false);
          onStop();
        }}
      />
    );
  return (
    <section aria-label="A picture" className="border border-rule bg-sheet p-6">
      {refused ? (
        <p role="alert" className="mb-4 border-l-4 border-heavy pl-3 font-semibold text-heavy">
          {refused}
        </p>
      ) : null}
      <h2 className="font-slab text-20 font-semibold">From a picture</h2>
      <ol className="mt-2 max-w-prose list-decimal pl-5 text-15">
        <li>Print the mat at full size, and lay a rule on its check ruler once.</li>
        <li>Lay the piece flat on its plain middle, cold, nothing else beside it.</li>
        <li>
          Hold the camera over it, as upright as it goes, all of the mat in the picture. Looked
          through, it says what is not right yet, and takes the picture by itself.
        </li>
      </ol>
      <div className="mt-4 flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="button button-main"
          onClick={() => {
            onWatch();
            setWatching(true);
          }}
        >
          Look through the camera
        </button>
        <PictureInput label="Take a picture" isCamera onFile={onFile} />
        <PictureInput label="Choose a picture" onFile={onFile} />
        <button type="button" className="button" onClick={onPractice}>
          Practice camera
        </button>
      </div>
      <p className="mt-4 text-13 text-ink-2">
        The mat:{" "}
        {MAT_SIZES.map((size) => (
          <a key={size} className="link mr-3" href={`/api/mat/${size}.pdf`} target="_blank">
            {MATS[size].name}
          </a>
        ))}
      </p>
      <p className="text-13 text-ink-2">
        The practice camera photographs a made-up twin of this piece: its readings are for trying
        only.
      </p>
    </section>
  );
}

function PictureInput({
  label,
  isCamera = false,
  onFile,
}: {
  label: string;
  isCamera?: boolean;
  onFile: (file: Blob) => void;
}) {
  return (
    <label className="button cursor-pointer focus-within:outline-[3px]">
      {label}
      <input
        type="file"
        accept="image/jpeg,image/png,image/webp"
        capture={isCamera ? "environment" : undefined}
        className="sr-only"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = "";
          if (file) onFile(file);
        }}
      />
    </label>
  );
}

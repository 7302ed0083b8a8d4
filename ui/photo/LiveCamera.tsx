import { useLiveCamera } from "./useLiveCamera";

/** What the camera sees, with what to change; it takes the picture by itself. */
export function LiveCamera({
  look,
  onTaken,
  onStop,
}: {
  look: (view: Blob) => Promise<string | null>;
  onTaken: (picture: Blob) => void;
  onStop: () => void;
}) {
  const { video, refused, isGood, fault } = useLiveCamera({ look, onTaken });
  return (
    <section aria-label="Through the camera" className="border border-rule bg-sheet p-6">
      <video
        ref={video}
        muted
        playsInline
        aria-hidden="true"
        className={`max-h-[56dvh] w-full border-4 bg-slate object-contain ${isGood ? "border-on-size" : "border-rule"}`}
      />
      {fault ? (
        <p role="alert" className="mt-3 font-semibold text-heavy">
          {fault}
        </p>
      ) : (
        <p role="status" className="mt-3 min-h-12 font-slab text-20">
          {refused ??
            (isGood ? "Hold it so: it is taken …" : "Lay the piece on the mat, hand away.")}
        </p>
      )}
      <button type="button" className="button mt-2" onClick={onStop}>
        Stop
      </button>
    </section>
  );
}

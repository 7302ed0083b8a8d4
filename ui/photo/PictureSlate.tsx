import { UNSEEN } from "@/core/photo/unseen";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { PictureMeasured } from "@/vision/messages";
import { matInWords } from "../words/picture";
import type { PictureLine } from "./useReadings";

/** What the slate says of a picture: how much was read, what wants the caliper, what can't be seen. */
export function PictureSlate({
  lines,
  measured,
  unit,
  onPick,
  onTake,
}: {
  lines: readonly PictureLine[];
  measured: PictureMeasured;
  unit: LengthUnit;
  onPick: (id: string) => void;
  /** Null where the school has no such instrument to put readings under. */
  onTake: (() => void) | null;
}) {
  const read = lines.filter(({ judgement }) => judgement !== null);
  const close = read.filter(({ judgement }) => judgement!.state === "too-close");
  const hidden = lines.filter(({ why, judgement }) => why !== null && judgement === null);
  return (
    <aside
      id="slate"
      aria-label="From the picture"
      className="flex scroll-mt-2 flex-col bg-slate text-chalk lg:sticky lg:top-0 lg:h-[calc(100dvh-7.125rem)]"
    >
      <div
        className="grow overflow-y-auto p-6"
        tabIndex={0}
        role="group"
        aria-label="What was read"
      >
        <p className="text-13 text-chalk-2">From the picture</p>
        <h2 className="border-b border-slate-rule pb-4 font-slab text-38 font-semibold">
          {read.length} of {lines.length} read
        </h2>
        <Lines
          title="Too close to call: take the caliper"
          lines={close}
          onPick={onPick}
          says={({ judgement, line }) => printMeasured(judgement!.value, line.unit, unit)}
        />
        <Lines title="Not seen" lines={hidden} onPick={onPick} says={({ why }) => UNSEEN[why!]} />
        <section className="mt-4 border-t border-slate-rule pt-3 text-13 text-chalk-2">
          <h3 className="text-15 font-semibold text-chalk">The mat</h3>
          <p className="mt-1">{matInWords(measured.mat)}</p>
          <p className="mt-1">Lay your rule on its check ruler once after printing: 100 mm.</p>
        </section>
      </div>
      <div className="p-6 pt-3">
        <p className="mb-2 text-13 text-chalk-2">
          {onTake
            ? "You can change any of them after, too."
            : "Only to look at: this school has no pictures on the mat among its instruments."}
        </p>
        <button
          type="button"
          className="button button-chalk w-full"
          disabled={read.length === 0 || onTake === null}
          onClick={() => onTake?.()}
        >
          Take these readings
        </button>
      </div>
    </aside>
  );
}

function Lines({
  title,
  lines,
  says,
  onPick,
}: {
  title: string;
  lines: readonly PictureLine[];
  says: (line: PictureLine) => string;
  onPick: (id: string) => void;
}) {
  if (lines.length === 0) return null;
  return (
    <section className="mt-4">
      <h3 className="text-15 font-semibold">{title}</h3>
      <ul className="mt-1">
        {lines.map((shown) => (
          <li key={shown.line.id}>
            <button
              type="button"
              onClick={() => onPick(shown.line.id)}
              className="flex min-h-11 w-full items-center gap-3 text-left text-15"
            >
              <span className="w-6 shrink-0 font-slab text-17 text-straw">{shown.number}</span>
              <span className="grow">{shown.line.name}</span>
              <span className="max-w-40 text-right text-13 text-chalk-2">{says(shown)}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

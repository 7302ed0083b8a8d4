import { eyeOf, eyesByMeasure, type RecordedCall } from "@/core/eye/eye";
import { eyeInWords } from "../words/eye";

const PLACES = [
  { at: "bench", title: "At the bench" },
  { at: "drill", title: "In the drill" },
] as const;

/** How the eye has judged so far, where and by kind of dimension. */
export function EyeRecord({ calls }: { calls: readonly RecordedCall[] }) {
  if (calls.length === 0)
    return <p className="mt-6 border-t border-rule pt-4 text-15">Nothing is called yet.</p>;
  return (
    <section aria-label="So far" className="mt-6 border-t border-rule pt-4 text-15">
      <h2 className="font-slab text-20 font-semibold">So far</h2>
      {PLACES.map(({ at, title }) => {
        const here = calls.filter((call) => call.at === at);
        const all = eyeOf(here);
        if (!all) return null;
        const kinds = eyesByMeasure(here);
        return (
          <div key={at} className="mt-2">
            <p>
              <strong className="font-semibold">{title}.</strong> {eyeInWords(all)}
            </p>
            {kinds.length > 1 ? (
              <ul className="text-13 text-ink-2">
                {kinds.map(({ measure, eye }) => (
                  <li key={measure}>
                    {measure}: {eyeInWords(eye)}
                  </li>
                ))}
              </ul>
            ) : null}
          </div>
        );
      })}
    </section>
  );
}

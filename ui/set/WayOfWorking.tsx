import { CORRECTION_WORDS, SETTING_WORDS, type Settings } from "@/core/trade/settings";

const QUESTIONS = Object.keys(SETTING_WORDS) as (keyof typeof SETTING_WORDS)[];

/** How the exercise is to be worked, where schools of practice differ. */
export function WayOfWorking({ settings }: { settings: Settings }) {
  const answerTo = (key: (typeof QUESTIONS)[number]) =>
    (SETTING_WORDS[key].answers as Record<string, string>)[settings[key]];
  const corrections = settings.corrections.map((one) => CORRECTION_WORDS[one]).join(", ");
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-15">
      {QUESTIONS.map((key) => (
        <div key={key} className="contents">
          <dt className="quiet">{SETTING_WORDS[key].question}</dt>
          <dd>{answerTo(key)}</dd>
        </div>
      ))}
      <dt className="quiet">Corrections allowed</dt>
      <dd>{corrections || "none"}</dd>
      {settings.food ? (
        <>
          <dt className="quiet">For food</dt>
          <dd>no paint: oiled and baked</dd>
        </>
      ) : null}
    </dl>
  );
}

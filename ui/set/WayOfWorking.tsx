import type { Settings } from "@/core/trade/settings";
import { settingsInWords } from "../words/settings";

/** How the exercise is to be worked, where schools of practice differ. */
export function WayOfWorking({ settings }: { settings: Settings }) {
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-0.5 text-15">
      {settingsInWords(settings).map(([question, answer]) => (
        <div key={question} className="contents">
          <dt className="quiet">{question}</dt>
          <dd>{answer}</dd>
        </div>
      ))}
    </dl>
  );
}

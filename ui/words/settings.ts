import { CORRECTION_WORDS } from "@/core/trade/declared";
import { SETTING_WORDS, type Settings } from "@/core/trade/settings";

type Question = keyof typeof SETTING_WORDS;

/** How an exercise is to be worked, question by question, with the answers in words. */
export function settingsInWords(settings: Settings): [question: string, answer: string][] {
  const asked = (Object.keys(SETTING_WORDS) as Question[]).map((key): [string, string] => {
    const { question, answers } = SETTING_WORDS[key];
    return [question, (answers as Record<string, string>)[settings[key]]!];
  });
  const corrections = settings.corrections.map((one) => CORRECTION_WORDS[one]).join(", ");
  return [
    ...asked,
    ["Corrections allowed", corrections || "none"],
    ...(settings.food ? [["For food", "no paint: oiled and baked"] as [string, string]] : []),
  ];
}

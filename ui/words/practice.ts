import { practiceFinding, type PracticeFit } from "@/core/climb/practice";

const percent = (share: number) => `${Math.round(share * 100)} %`;

/** What practice did to the errors, how surely, and what they were at first and of late. */
export function practiceInWords(fit: PracticeFit): string {
  const { kind, chance } = practiceFinding(fit);
  const { first, latest } = fit.halves;
  const half = Math.floor(fit.pieces / 2);
  const facts = `the first ${half} were off by ${percent(first)} (median), the latest ${half} by ${percent(latest)}`;
  const sure = `${Math.min(99, Math.round(chance * 100))} in 100`;
  switch (kind) {
    case "falls":
      return `Errors get smaller, ${sure}: ${facts}.`;
    case "rises":
      return `Errors get larger, ${sure}: ${facts}.`;
    case "level":
      return `Practice changes nothing so far, ${sure}: ${facts}.`;
    case "unsure":
      return `Whether errors get smaller can’t be told yet: ${facts}.`;
  }
}

import type { Remedy, Why } from "@/core/evening/evening";
import { hoursInWords } from "./classes";
import { countOf } from "./count";

/** What things are called by their ids. */
export interface EveningNames {
  workOf: (id: string) => string;
  demonstrationOf: (id: string) => string;
}

/** Why a piece doesn't fit into an evening. */
export function whyInWords(why: Why, { workOf, demonstrationOf }: EveningNames): string {
  switch (why.code) {
    case "longer-than-here":
      return `It takes ${hoursInWords(why.minutes)}; they are there for ${hoursInWords(why.hereMinutes)}.`;
    case "heat-too-long":
      return `${Math.round(why.heatMm)} mm of it have to be hot at once; the longest even heat is ${Math.round(why.longestMm)} mm.`;
    case "no-welding-fire":
      return "No fire that is lit reaches welding heat.";
    case "after-left":
      return `It comes after ${why.works.map(workOf).join(" and ")}, which doesn’t fit either.`;
    case "not-shown":
      return `It waits for ${why.demonstrations.map(demonstrationOf).join(" and ")}, which can’t be shown.`;
    case "no-instructor":
      return "It needs an instructor beside it, and none is there.";
    case "learner-busy":
      return `It takes ${hoursInWords(why.minutes)}; beside their other pieces they are free for ${hoursInWords(why.freeMinutes)} in one go.`;
    case "fires-full":
      return `No place at a fire is free for ${hoursInWords(why.minutes)}.`;
    case "welding-full":
      return `The welding fires have no ${countOf(why.weldMinutes, "minute")} for another weld.`;
    case "instructors-busy":
      return `No instructor has ${hoursInWords(why.minutes)} for it.`;
    case "no-one-time":
      return `There is no one time of ${hoursInWords(why.minutes)} when all it needs is free.`;
    case "kept-place-taken":
      return "Where it was put, it can’t be begun: the place is taken, what comes before it isn’t done by then, or it doesn’t end in time.";
  }
}

/** What would help most cheaply. */
export function remedyInWords(remedy: Remedy): string {
  switch (remedy.code) {
    case "let-free":
      return "Let it find a place by itself, or move it.";
    case "another-evening":
      return "Leave it for another evening.";
    case "longer-fire":
      return `A fire that heats ${Math.round(remedy.mm)} mm evenly would do.`;
    case "another-fire":
      return `One more ${remedy.welds ? "welding " : ""}fire for ${hoursInWords(remedy.minutes)} would do.`;
    case "another-instructor":
      return `One more instructor for ${hoursInWords(remedy.minutes)} would do.`;
  }
}

import type { Upcoming, NextAtFire } from "@/core/floor/upcoming";
import type { Todo } from "@/core/floor/todo";
import { countOf } from "./count";

/** What things on the floor are called by their ids. */
export interface FloorNames {
  learnerOf: (id: string) => string;
  fireOf: (id: string) => string;
  /** "fire 2", "the vice" */
  placeOf: (id: string) => string;
  exerciseOf: (revisionId: string) => string;
  /** A time of day, from ms since 1970. */
  timeOf: (ms: number) => string;
  /** What somebody handed over last. */
  pieceOf: (learnerId: string) => string | null;
  demonstrationOf: (id: string) => { name: string; shownBy: string } | null;
}

export interface SaidTodo {
  title: string;
  detail: string;
}

/** What a place is called: fires by their number, others by what stands there. */
export const placeInWords = ({ name, heats }: { name: string; heats: boolean }): string =>
  heats ? `fire ${name}` : `the ${name.toLowerCase()}`;

const firstOf = (name: string) => name.split(" ")[0]!;
const minutesInWords = (minutes: number) => `${Math.max(0, Math.round(minutes))} min`;
const listed = (names: readonly string[]): string =>
  names.length < 2
    ? (names[0] ?? "")
    : `${names.slice(0, -1).join(", ")} and ${names[names.length - 1]}`;
const agree = (ids: readonly string[], one: string, several: string) =>
  ids.length === 1 ? one : several;

/** Where there is a place left, or that there is none. */
const roomInWords = (
  room: readonly string[],
  fireOf: FloorNames["fireOf"],
  welds = false,
): string =>
  room.length === 0
    ? `No other fire ${welds ? "that welds " : ""}has a place left: take turns, or put one off.`
    : `There is room at ${room.length === 1 ? "fire" : "fires"} ${listed(room.map(fireOf))}.`;

type Say<Code extends Todo["code"]> = (
  todo: Extract<Todo, { code: Code }>,
  names: FloorNames & { first: (id: string) => string; all: (ids: readonly string[]) => string },
) => SaidTodo;

const SAY: { [Code in Todo["code"]]: Say<Code> } = {
  "fire-out": ({ fireId, learnerIds, room, welds }, { fireOf, all }) => ({
    title: `Fire ${fireOf(fireId)} is out`,
    detail: `${all(learnerIds)} ${agree(learnerIds, "stands", "stand")} at it. ${roomInWords(room, fireOf, welds)} Nobody relights it alone.`,
  }),
  "two-welds": ({ fireId, learnerIds, room }, { fireOf, all }) => ({
    title: `Two welds at once at fire ${fireOf(fireId)}`,
    detail: `${all(learnerIds)}: one after the other, the rest out of the way of the sparks.${room.length > 0 ? ` ${roomInWords(room, fireOf)}` : ""}`,
  }),
  "weld-elsewhere": ({ fireId, learnerId, room }, { fireOf, first }) => ({
    title: `${first(learnerId)} is to weld where it doesn’t get hot enough`,
    detail: `Fire ${fireOf(fireId)} doesn’t reach welding heat. ${roomInWords(room, fireOf, true)}`,
  }),
  crowded: ({ fireId, learnerIds, places, room }, { placeOf, fireOf, all }) => ({
    title: `${learnerIds.length} at ${placeOf(fireId)}`,
    detail: `It has ${countOf(places, "place")}: ${all(learnerIds)}.${room ? ` ${roomInWords(room, fireOf)}` : ""}`,
  }),
  "at-bench": ({ learnerId, minutes }, { first, pieceOf }) => {
    const piece = pieceOf(learnerId);
    return {
      title: `${first(learnerId)} waits at the bench`,
      detail: `${minutesInWords(minutes)}${piece ? `, with ${piece.toLowerCase()}` : ""}.`,
    };
  },
  stuck: ({ learnerId, minutes }, { first }) => ({
    title: `${first(learnerId)} is stuck`,
    detail: `For ${minutesInWords(minutes)} now.`,
  }),
  "over-heats": ({ learnerId, heats, budget }, { first }) => ({
    title: `${first(learnerId)} has used ${heats} of ${budget} heats`,
    detail: "Look at what the heats go into.",
  }),
  "over-minutes": ({ learnerId, minutes, budget }, { first }) => ({
    title: `${first(learnerId)} is at ${minutesInWords(minutes)} of ${budget}`,
    detail: "Longer than the piece should take.",
  }),
  demonstration: ({ demonstrationId, inMinutes }, { demonstrationOf }) => {
    const shown = demonstrationOf(demonstrationId);
    return {
      title: shown ? `${firstOf(shown.shownBy)} shows ${shown.name}` : "Something is shown",
      detail: inMinutes < 1 ? "Now." : `In ${minutesInWords(inMinutes)}.`,
    };
  },
  "fire-free": ({ learnerId, fireId }, { first, fireOf }) => ({
    title: `A place for ${first(learnerId)}`,
    detail: `Fire ${fireOf(fireId)} is free.`,
  }),
  idle: ({ learnerId, next }, { first, exerciseOf, fireOf, timeOf }) => ({
    title: `${first(learnerId)} has nothing in hand`,
    detail: next
      ? `Planned: ${exerciseOf(next.revisionId).toLowerCase()}, at fire ${fireOf(next.fireId)} from ${timeOf(next.from)}.`
      : "Give them their next piece.",
  }),
  missing: ({ learnerIds }, { all }) => ({
    title: `${all(learnerIds)} ${agree(learnerIds, "isn’t", "aren’t")} here`,
    detail: "Say here, late or away, so that their fire isn’t kept.",
  }),
};

/** What is planned to come. */
export function upcomingInWords(upcoming: Upcoming, names: FloorNames): SaidTodo {
  if (upcoming.code === "shown") {
    const shown = names.demonstrationOf(upcoming.demonstrationId);
    return {
      title: shown ? `${firstOf(shown.shownBy)} shows ${shown.name}` : "Something is shown",
      detail: "Call those it is for together.",
    };
  }
  const { learnerId, revisionId, fireId, isWelding, isInHand } = upcoming;
  const first = firstOf(names.learnerOf(learnerId));
  const [piece, fire] = [names.exerciseOf(revisionId), `fire ${names.fireOf(fireId)}`];
  if (isWelding) return { title: `${first} welds`, detail: `${piece}, at ${fire}.` };
  return isInHand
    ? { title: `${first} goes to ${fire}`, detail: `${piece}.` }
    : { title: `${first} takes up ${piece.toLowerCase()}`, detail: `At ${fire}.` };
}

/** What stands in a fire's wall: who comes when, or from when a place is free. */
export const nextAtFireInWords = (
  next: NextAtFire,
  { learnerOf, timeOf }: FloorNames,
): [what: string, time: string] => [
  next.code === "comes" ? `${firstOf(learnerOf(next.learnerId))} at` : "free at",
  timeOf(next.at),
];

/** What an instructor should do next, and why. */
export function todoInWords(todo: Todo, names: FloorNames): SaidTodo {
  const first = (id: string) => firstOf(names.learnerOf(id));
  const all = (ids: readonly string[]) => listed(ids.map(first));
  const say = SAY[todo.code] as Say<Todo["code"]>;
  return say(todo, { ...names, first, all });
}

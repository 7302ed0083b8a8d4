/** A row of the key list: how its keys are shown, what they do, and their names in events. */
interface KeyRow {
  shown: string;
  does: string;
  names: readonly string[];
}

interface KeyScope {
  title: string;
  /** Only staff work there. */
  staff: boolean;
  rows: readonly KeyRow[];
}

/** Every key there is, by where it works: the handlers and the key list are both made from this. */
export const KEY_SCOPES = {
  everywhere: {
    title: "Everywhere",
    staff: false,
    rows: [
      {
        shown: "Ctrl K",
        does: "find a page, an exercise, a learner or a tag",
        names: ["Ctrl+k"],
      },
      { shown: "?", does: "this list", names: ["?"] },
      { shown: "Tab", does: "next thing; Enter does it", names: [] },
      { shown: "Esc", does: "close what is open", names: [] },
    ],
  },
  bench: {
    title: "At the bench, while nothing is typed",
    staff: true,
    rows: [
      { shown: "0–9 . ,", does: "type a reading; a unit may follow it", names: [] },
      { shown: "Enter", does: "take it and go on", names: [] },
      { shown: "↑", does: "take the one before again", names: ["ArrowUp"] },
      {
        shown: "← →",
        does: "another station, while nothing is typed",
        names: ["ArrowLeft", "ArrowRight"],
      },
      { shown: "R", does: "read the same place several times; their mean counts", names: [] },
      { shown: "1–3", does: "choose, where nothing is measured but judged", names: [] },
      { shown: "I", does: "another instrument that fits", names: ["i"] },
      { shown: "Y N", does: "the next try: it works, or it doesn’t", names: ["y", "n"] },
      { shown: "D", does: "note a defect", names: ["d"] },
      { shown: "H", does: "one heat more", names: ["h"] },
      { shown: "M", does: "one minute more", names: ["m"] },
      { shown: "C", does: "call sizes by eye before they are measured", names: ["c"] },
      { shown: "V", does: "devices: a cable, or the caliper for practice", names: ["v"] },
      { shown: "P", does: "measure from a picture", names: ["p"] },
      { shown: "S", does: "sign the verdict", names: ["s"] },
      { shown: "O", does: "decide otherwise, with a reason", names: ["o"] },
    ],
  },
  picture: {
    title: "Measuring from a picture",
    staff: false,
    rows: [
      {
        shown: "← →",
        does: "the reading before, the next one",
        names: ["ArrowLeft", "ArrowRight"],
      },
      { shown: "X", does: "leave it out", names: ["x"] },
      { shown: "L", does: "look closer, or at the whole picture", names: ["l"] },
      { shown: "Esc", does: "back to the bench", names: ["Escape"] },
    ],
  },
  judging: {
    title: "What would you do?",
    staff: false,
    rows: [
      { shown: "K H S", does: "keep, another heat, start again", names: ["k", "h", "s"] },
      { shown: "1–4", does: "what to do first", names: ["1", "2", "3", "4"] },
    ],
  },
  designer: {
    title: "In the designer, while nothing is typed",
    staff: true,
    rows: [
      { shown: "A", does: "add to the bar, from a list", names: ["a"] },
      { shown: "W", does: "say in words what to add or to change", names: ["w"] },
      { shown: "S", does: "split the chosen stretch, or at the chosen feature", names: ["s"] },
      {
        shown: "← →",
        does: "the part before, the next one",
        names: ["ArrowLeft", "ArrowRight"],
      },
      {
        shown: "Shift ← →",
        does: "a stretch shorter or longer, a feature along the bar",
        names: ["Shift+ArrowLeft", "Shift+ArrowRight"],
      },
      {
        shown: "Alt ← →",
        does: "a stretch earlier or later",
        names: ["Alt+ArrowLeft", "Alt+ArrowRight"],
      },
      { shown: "Delete", does: "take it out", names: ["Delete", "Backspace"] },
      {
        shown: "1 2 3 4",
        does: "as marked, as forged, as finished, by stages",
        names: ["1", "2", "3", "4"],
      },
      { shown: "V", does: "from the side, from above", names: ["v"] },
      { shown: "+ − 0", does: "closer, further off, all of it", names: ["+", "-", "0"] },
      { shown: "Ctrl Z, Ctrl Y", does: "back, and again", names: ["Ctrl+z", "Ctrl+y"] },
    ],
  },
  evening: {
    title: "Preparing an evening",
    staff: true,
    rows: [
      { shown: "Tab", does: "the next piece of the plan", names: [] },
      {
        shown: "← →",
        does: "five minutes earlier or later",
        names: ["ArrowLeft", "ArrowRight"],
      },
      { shown: "↑ ↓", does: "another fire", names: ["ArrowUp", "ArrowDown"] },
      { shown: "L", does: "let it find a place by itself", names: ["l"] },
      { shown: "A", does: "its learner is away", names: ["a"] },
      { shown: "P", does: "print the evening", names: ["p"] },
    ],
  },
  school: {
    title: "The school",
    staff: true,
    rows: [
      { shown: "↑ ↓", does: "another person", names: ["ArrowUp", "ArrowDown"] },
      { shown: "A", does: "ask somebody to join", names: ["a"] },
      { shown: "M", does: "move them to another cohort", names: ["m"] },
      { shown: "N", does: "a new way in for them", names: ["n"] },
      { shown: "T", does: "take out what is kept of them", names: ["t"] },
    ],
  },
  floor: {
    title: "On the floor",
    staff: true,
    rows: [
      { shown: "↑ ↓", does: "another learner", names: ["ArrowUp", "ArrowDown"] },
      { shown: "Enter", does: "everything about them", names: ["Enter"] },
      {
        shown: "1–9",
        does: "they go to that fire",
        names: ["1", "2", "3", "4", "5", "6", "7", "8", "9"],
      },
      { shown: "H", does: "one heat more", names: ["h"] },
      { shown: "N", does: "the next stage", names: ["n"] },
      { shown: "B", does: "over to the bench", names: ["b"] },
      { shown: "S", does: "stuck, or helped", names: ["s"] },
      { shown: "A", does: "away", names: ["a"] },
    ],
  },
  stages: {
    title: "By stages",
    staff: false,
    rows: [
      {
        shown: "← →",
        does: "the stage before, the next one",
        names: ["ArrowLeft", "ArrowRight"],
      },
      { shown: "V", does: "from both sides, from the side, from above", names: ["v"] },
      { shown: "P", does: "print the stage board", names: ["p"] },
    ],
  },
} as const satisfies Record<string, KeyScope>;

export type KeyScopeName = keyof typeof KEY_SCOPES;
/** The names of the keys that work in a scope. */
export type KeyOf<Scope extends KeyScopeName> =
  (typeof KEY_SCOPES)[Scope]["rows"][number]["names"][number];

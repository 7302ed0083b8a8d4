import { kindOf } from "../feature/registry";
import { STARTERS, type Starter } from "./starters";

/** A way of calling something that can be put on a bar. */
interface Calling {
  words: string;
  starter: Starter;
}

const ARTICLE = /^(?:an?|the|its) /;
const MAX_WORDS = 2;

/** A kind with a choice before its name: "fold weld", "round hole". */
const withChoices = (starter: Starter): string[] =>
  starter.kind === "stretch"
    ? []
    : kindOf({ kind: starter.key }).fields.flatMap((field) =>
        field.type === "choice"
          ? field.choices.map(([, label]) => `${label} ${starter.name.toLowerCase()}`)
          : [],
      );

/** Short sayings out of what is told about something: "an eye, a loop or a link". */
const sayings = ({ about }: Starter): string[] =>
  about
    .toLowerCase()
    .split(/[,;]| or /)
    .map((one) => one.trim().replace(ARTICLE, ""))
    .filter((one) => one !== "" && one.split(" ").length <= MAX_WORDS && !/ed$/.test(one));

/** How everything can be called: by its name, a choice and its name, or what is said of it; a name goes before a saying. */
const CALLINGS: readonly Calling[] = (() => {
  const known = new Map<string, Starter>();
  const say = (words: string, starter: Starter) => {
    if (!known.has(words)) known.set(words, starter);
  };
  for (const one of STARTERS) say(one.name.toLowerCase(), one);
  for (const one of STARTERS) for (const words of withChoices(one)) say(words, one);
  for (const one of STARTERS) for (const words of sayings(one)) say(words, one);
  return [...known].map(([words, starter]) => ({ words, starter }));
})();

/** A calling as it may stand in a phrase: with a plural s or without, in one word or in two. */
const standing = (words: string): RegExp =>
  new RegExp(`(?<![\\w-])${words.replace(/s$/, "").replace(/[ -]/g, "[ -]?")}(?:s|es)?(?![\\w-])`);

/** Words of everything that is told about something, long enough to say anything. */
const toldWords = ({ about }: Starter): string[] => about.toLowerCase().match(/\p{L}{4,}/gu) ?? [];

/** The one thing a word is told about, where there is only one: "ears", "barb", "tongue". */
const byOneWord = (word: string): Starter | undefined => {
  const found = STARTERS.filter((one) => toldWords(one).includes(word));
  return found.length === 1 ? found[0] : undefined;
};

const PATTERNS = CALLINGS.map(({ words, starter }) => ({
  starter,
  pattern: standing(words),
}));

interface Called {
  starter: Starter;
  /** The phrase without the calling; a choice said before the name stays in it. */
  rest: string;
}

/** A shape that may only say what section something has. */
const isShape = ({ key }: Starter): boolean => key === "round";

/** What a phrase wants put on the bar: what it calls first, the longest name where several begin together. */
export function calledIn(phrase: string): Called | null {
  const found = PATTERNS.flatMap(({ starter, pattern }) => {
    const match = pattern.exec(phrase);
    return match ? [{ starter, at: match.index, words: match[0] }] : [];
  }).sort(
    (a, b) =>
      Number(isShape(a.starter)) - Number(isShape(b.starter)) ||
      a.at - b.at ||
      b.words.length - a.words.length,
  );
  const [first] = found;
  if (!first) {
    const [word = ""] = /^\p{L}+/u.exec(phrase) ?? [];
    const starter = byOneWord(word);
    return starter ? { starter, rest: phrase.slice(word.length) } : null;
  }
  const { starter, at, words } = first;
  const name = standing(starter.name.toLowerCase());
  // "Fold weld" is a weld, and "fold" says which.
  const choice = words.replace(name, "").trim();
  const kept = choice === words.trim() || starter.kind === "stretch" ? "" : `, ${choice}`;
  return { starter, rest: `${phrase.slice(0, at)}${kept}, ${phrase.slice(at + words.length)}` };
}

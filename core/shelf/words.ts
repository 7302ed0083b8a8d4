import type { ExerciseContent } from "../exercise/exercise";
import { printSection } from "../section/spoken";
import { STARTER_TECHNIQUES } from "../trade/techniques";

/** Many names for one thing in the trade (common practice, no source); any of a row finds the others. */
const SYNONYMS: readonly (readonly string[])[] = [
  ["upset", "upsetting", "jump", "jumping"],
  ["bick", "beak", "horn"],
  ["fish-mouth", "fishmouth", "carp"],
  ["shoulder", "set-down", "setdown"],
  ["rag", "burr"],
  ["lozenge", "diamond"],
  ["parent", "stock", "bar"],
  ["vise", "vice"],
  ["drift", "eye"],
  ["fullering", "necking", "groove"],
  ["scroll", "volute", "curl"],
  ["fold-weld", "faggot"],
  ["wrap", "rope", "cable"],
];

/** Words of a text as they are searched: lower case, without signs; a compound also in its parts. */
export const wordsOf = (text: string): string[] =>
  [...text.toLowerCase().matchAll(/[\p{L}\p{N}]+(?:[-'’][\p{L}\p{N}]+)*/gu)].flatMap(([word]) => {
    const plain = word.replaceAll("’", "'");
    return /[-']/.test(plain) ? [plain, ...plain.split(/[-']/)] : [plain];
  });

/**
 * Everything an exercise is found by, as one text: its name, technique with all
 * its names, stock both ways of saying it, stretches and features, tools, and
 * the synonyms of each of those.
 */
export function searchWords(
  content: ExerciseContent,
  technique: { name: string; slug: string; alsoCalled: readonly string[] },
  tools: readonly string[],
): string {
  const { piece } = content;
  const bars = [piece, ...(piece.parts ?? [])];
  const used = bars.flatMap(({ stretches }) => stretches.flatMap((one) => one.technique ?? []));
  const texts = [
    content.name,
    technique.name,
    technique.slug,
    ...technique.alsoCalled,
    ...STARTER_TECHNIQUES.filter(({ slug }) => used.includes(slug)).flatMap((one) => [
      one.name,
      ...one.alsoCalled,
    ]),
    ...bars.flatMap(({ stock, stretches, features = [] }) => [
      printSection(stock.section, "mm"),
      printSection(stock.section, "in"),
      ...stretches.flatMap(({ id, name }) => [id, name ?? ""]),
      ...features.flatMap((one) => [one.id, one.kind, one.kind === "hole" ? one.method : ""]),
    ]),
    ...tools,
  ];
  const words = new Set(texts.flatMap(wordsOf));
  for (const row of SYNONYMS)
    if (row.some((word) => words.has(word))) for (const word of row) words.add(word);
  return [...words].join(" ");
}

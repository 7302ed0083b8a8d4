/** How a failure is answered: the class of its HTTP status, and what can be done about it. */
export type FailureStatus =
  "signed-out" | "denied" | "not-found" | "invalid" | "conflict" | "unavailable";

/** One way to fail: how it is answered, and its sentence from the details of the case. */
export const problem = <Details extends object>(
  status: FailureStatus,
  words: (details: Details) => string,
) => ({ status, words });

/** One that needs no details. */
export const always = (status: FailureStatus, sentence: string) =>
  problem<object>(status, () => sentence);

/** Every problem of a catalogue as data: its code with the details its sentence needs. */
export type ProblemOf<Catalogue extends Record<string, { words: (details: never) => string }>> = {
  [Code in keyof Catalogue]: { code: Code } & Parameters<Catalogue[Code]["words"]>[0];
}[keyof Catalogue];

import { v7 as uuidV7 } from "uuid";
import { failureOf, type Failure } from "@/core/problem/complain";
import { Refusal, type Problem } from "@/core/problem/problem";
import type { CommandInput, CommandName } from "@/core/records/commands";

export type Answer<Value> =
  /** With the server's time of it, ms; not to the millisecond. */
  { ok: true; value: Value; at: number } | { ok: false; error: Failure };

/** A new id, made where the record is made. */
export const newId = (): string => uuidV7();

/** The answer to what this device itself can't do. */
export const refused = (problem: Problem): Answer<never> => ({
  ok: false,
  error: failureOf(new Refusal(problem)),
});

/** The answer of a server that can't be reached, or that fell over. */
export const UNREACHABLE = refused({ code: "server-unreachable" });

/** Whose page this is: another tab may have signed somebody else in since. */
export const personOfPage = (): string | undefined =>
  typeof document === "undefined"
    ? undefined
    : document.querySelector<HTMLElement>("[data-person]")?.dataset.person;

/**
 * Posts JSON to one of our own routes; whatever goes wrong on the way is an answer, never a throw.
 *
 * @param person whose it is; with another session it is answered as signed out
 */
export async function post<Value>(
  path: string,
  body: unknown,
  person = personOfPage(),
): Promise<Answer<Value>> {
  try {
    const response = await fetch(path, {
      method: "POST",
      headers: {
        "content-type": "application/json",
        // So that the server can tell when this device's clock is wrong.
        "sent-at": new Date().toISOString(),
        ...(person === undefined ? {} : { "sent-by": person }),
      },
      body: JSON.stringify(body),
    });
    const answer = (await response.json()) as Answer<Value>;
    if (typeof answer.ok !== "boolean") return UNREACHABLE;
    return answer.ok ? { ...answer, at: Date.parse(response.headers.get("date") ?? "") } : answer;
  } catch {
    return UNREACHABLE;
  }
}

/** Sends a command; see the core's list for what each takes. */
export const sendCommand = <Name extends CommandName, Value = unknown>(
  name: Name,
  input: CommandInput<Name>,
): Promise<Answer<Value>> => post<Value>(`/api/command/${name}`, input);

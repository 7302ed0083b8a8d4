import * as z from "zod";
import type { Reckoner } from "@/core/reckon/reckoner";

/** One field of a reckoner's form, read off its input schema. */
export interface ReckonField {
  name: string;
  label: string;
  kind: "text" | "number" | "choice";
  choices: string[];
  required: boolean;
}

interface JsonSchema {
  type?: string;
  enum?: string[];
  default?: unknown;
  properties?: Record<string, JsonSchema>;
  required?: string[];
}

/** "stockLength" is said "stock length". */
export const spokenName = (name: string): string =>
  name.replace(/([a-z])([A-Z0-9])/g, "$1 $2").toLowerCase();

/** The form of a reckoner: lengths and sections are typed as they are said, the rest is numbers and choices. */
export function fieldsOf(reckoner: Reckoner): ReckonField[] {
  const schema = z.toJSONSchema(reckoner.input, {
    io: "input",
    unrepresentable: "any",
  }) as JsonSchema;
  // Lists of lengths and template points belong to files and the command line.
  const typed = Object.entries(schema.properties ?? {}).filter(
    ([name, { type }]) => type !== "array" && name !== "points",
  );
  return typed.map(([name, property]) => ({
    name,
    label: spokenName(name),
    kind: property.enum ? "choice" : isNumber(property) ? "number" : "text",
    choices: property.enum ?? [],
    required: schema.required?.includes(name) ?? false,
  }));
}

const isNumber = ({ type }: JsonSchema) => type === "number" || type === "integer";

/** What was typed, as the reckoner's input: empty fields are left out, bare numbers are taken in the person's unit. */
export function inputOf(
  fields: readonly ReckonField[],
  typed: Readonly<Record<string, string>>,
  unit: "mm" | "in",
): Record<string, unknown> {
  const given = fields.flatMap(({ name, kind }): [string, unknown][] => {
    const text = typed[name]?.trim() ?? "";
    if (text === "") return [];
    if (kind === "number") return [[name, Number(text.replace(",", "."))]];
    const bare = kind === "text" && /^[\d.,/ -]+$/.test(text);
    return [[name, bare ? `${text} ${unit}` : text]];
  });
  return Object.fromEntries(given);
}

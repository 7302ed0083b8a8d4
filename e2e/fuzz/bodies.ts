import * as z from "zod";
import type { Random } from "@/core/stats/random";

/** A JSON Schema, as far as bodies are made from it. */
interface Shape {
  type?: string | string[];
  const?: unknown;
  enum?: unknown[];
  anyOf?: Shape[];
  oneOf?: Shape[];
  allOf?: Shape[];
  $ref?: string;
  $defs?: Record<string, Shape>;
  properties?: Record<string, Shape>;
  items?: Shape;
  prefixItems?: Shape[];
  additionalProperties?: Shape | boolean;
  format?: string;
  minimum?: number;
  maximum?: number;
}

/** What a program may stumble over: each is one JSON value, or the text of one. */
const NASTY: readonly unknown[] = [
  ...[null, true, [], {}, "", " ", 0, -1, 1e-320, 1e308, 0.1 + 0.2, 2 ** 53, -0],
  ...["\u0000", "\ud800", "\u202e", "😀".repeat(30), "'; drop table piece; --", "${7*7}", "../../etc/passwd"],
  ...["NaN", "Infinity", "0000-01-01", "9999-12-31T23:59:59Z", "2026-02-30", "__proto__", "constructor"],
  ...["a".repeat(10_000), "(".repeat(3000), `"${"\\".repeat(2000)}`, " \t".repeat(4000), "1,".repeat(3000)],
]; // prettier-ignore

/** Deeper than this nothing more is made. */
const MAX_DEPTH = 8;

/** A schema as bodies are made from it. */
export const shapeOf = (schema: z.ZodType): Shape =>
  z.toJSONSchema(schema, { io: "input", unrepresentable: "any" }) as Shape;

/**
 * A value that a schema might take, with a fault in about every third.
 *
 * @param ids of records there are, for what is a reference
 */
export function valueFor(shape: Shape, ids: readonly string[], random: Random): unknown {
  const root = shape.$defs ?? {};
  const make = (one: Shape, depth: number): unknown => {
    const part = (inner: Shape) => make(inner, depth + 1);
    if (random.next() < 0.04) return random.pick(NASTY);
    if (depth > MAX_DEPTH) return null;
    if (one.$ref) return part(root[one.$ref.replace("#/$defs/", "")] ?? shape);
    if (one.const !== undefined) return one.const;
    if (one.enum) return random.pick(one.enum);
    const ways = one.anyOf ?? one.oneOf;
    if (ways) return part(random.pick(ways));
    if (one.allOf) return Object.assign({}, ...one.allOf.map(part)) as unknown;
    const type = Array.isArray(one.type) ? random.pick(one.type) : one.type;
    if (type === "object") return objectFor(one, part, random);
    if (type === "array") return listFor(one, part, random);
    return plainFor({ ...one, type }, ids, random);
  };
  return make(shape, 0);
}

const listFor = (
  { prefixItems, items = {} }: Shape,
  make: (part: Shape) => unknown,
  random: Random,
): unknown[] =>
  prefixItems
    ? prefixItems.map(make)
    : Array.from({ length: Math.floor(random.next() * 4) }, () => make(items));

function plainFor(shape: Shape, ids: readonly string[], random: Random): unknown {
  switch (shape.type) {
    case "string":
      return textFor(shape, ids, random);
    case "integer":
    case "number":
      return numberFor(shape, random);
    case "boolean":
      return random.next() < 0.5;
    default:
      return random.pick(NASTY);
  }
}

function objectFor(shape: Shape, make: (part: Shape) => unknown, random: Random) {
  const made: Record<string, unknown> = {};
  for (const [key, part] of Object.entries(shape.properties ?? {}))
    if (random.next() > 0.04) made[key] = make(part);
  if (typeof shape.additionalProperties === "object")
    made[random.pick(["a", "tip", "__proto__"])] = make(shape.additionalProperties);
  if (random.next() < 0.03) made["no-such-field"] = random.pick(NASTY);
  return made;
}

const textFor = ({ format }: Shape, ids: readonly string[], random: Random): unknown => {
  if (format === "uuid" || random.next() < 0.3) return random.pick(ids);
  if (format === "date") return random.pick(["2026-11-03", "2027-02-29", "0000-00-00"]);
  if (format === "date-time" || random.next() < 0.1)
    return random.pick(["2026-11-03T18:30:00.000Z", "2026-11-03T25:00:00Z", "1e9"]);
  return random.pick(["Tuesday evening", "12 square", "3/8 in", "me@example.org", "tip", "Oda"]);
};

const numberFor = ({ minimum = -10, maximum = 1000 }: Shape, random: Random): number =>
  random.next() < 0.2
    ? random.pick([minimum, maximum, minimum - 1, maximum + 1])
    : Math.round(Math.max(minimum, Math.min(maximum, minimum + 40 * random.next())));

/** A body as text, broken in about every tenth: cut off, doubled, nested, not JSON at all. */
export function textOf(value: unknown, random: Random): string {
  const text = JSON.stringify(value) ?? "";
  if (random.next() > 0.1) return text;
  const at = Math.floor(random.next() * (text.length + 1));
  return random.pick([
    text.slice(0, at),
    text + text,
    `${"[".repeat(20_000)}${text}`,
    `${'{"a":'.repeat(2000)}1${"}".repeat(2000)}`,
    text.slice(0, at) + String.fromCharCode(Math.floor(random.next() * 256)) + text.slice(at + 1),
    `"${"x".repeat(60_000)}`,
    `{"__proto__":${text},"constructor":{"prototype":${text}}}`,
    "",
  ]);
}

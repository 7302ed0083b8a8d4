import { writeFileSync } from "node:fs";
import * as z from "zod";
import { PIECE_FORMAT, pieceSchema } from "@/core/piece/piece";

/** `npm run piece-schema`: publishes the piece format's JSON Schema from the Zod schema that reads it. */
const schema = z.toJSONSchema(pieceSchema, { io: "input", unrepresentable: "any" });
writeFileSync(
  "docs/piece.schema.json",
  `${JSON.stringify({ title: PIECE_FORMAT, ...schema }, null, 2)}\n`,
);

import Papa from "papaparse";
import { fileResponse } from "./fileResponse";

/**
 * Rows as a CSV file (RFC 4180) that a spreadsheet opens as text: what it would take for a
 * formula gets an apostrophe before it; a byte-order mark says it is UTF-8.
 */
export const csvResponse = (rows: readonly object[], name: string): Response =>
  fileResponse(`\uFEFF${Papa.unparse([...rows], { escapeFormulae: true })}\r\n`, {
    type: "text/csv; charset=utf-8",
    name,
  });

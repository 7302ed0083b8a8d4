/**
 * The sixteen bits of each mark, row by row from its upper left, a set bit light: the 250 codes of
 * four by four that the vision library finds by itself (its dictionary 4×4, 250).
 */
const CODES = [
  "b532 0f9a 332d 9946 549e 79cd 9e2e c4f2 feda cf56 f991 11a7 0eb7 2a0f 24b1 263e 4665 6600 6c5e 76af",
  "868b b02b ccd5 dd82 fe47 9471 ace4 a554 2123 346f 4415 57b2 9ecf f0cb 08ae 0929 1875 04ff 0df6 1c5a",
  "1718 2a28 328c 38b2 24e8 2eeb 2d3f 4b64 502e 5013 5194 5568 5d41 5f97 6801 6867 6124 61e9 6b12 6fe5",
  "67df 7e1b 80a0 8344 8ba2 937a 846c 852a 859c 9c89 9fa1 bb7c bc04 b65b bfc8 b7ab ca1f c962 d958 d3d5",
  "cc98 c7a0 c537 e95d f925 fbbb ee2a f74d 3575 8aad 7617 0acf 064b 2dc1 49d8 43f4 4f36 4fd3 69e4 70c7",
  "7a6e b4ea ed4f fce7 fea6 0025 0043 0a88 0a86 026f 001c 0097 0837 0a31 09c6 0b01 09fb 0b58 1082 182d",
  "1078 1073 1274 12b1 1af9 1306 0c0e 0cf1 0433 0c9f 0ef2 0efd 074c 0fa4 072f 05b5 0f91 07db 1ee4 1439",
  "1d80 15c8 1f8b 15ba 1db1 2080 28e9 22a2 2853 2af0 22f7 2940 2146 29b9 2b9c 2bb2 38ca 382e 3007 38e7",
  "3a49 3a65 325d 3b88 391d 3bd3 2647 2780 2faa 2d14 25de 2553 2f77 3448 3ca8 3c41 340d 34fb 369a 3de0",
  "356a 3d09 3ded 3fc4 3f6c 37ce 3d5c 3d76 37b0 3f17 3fff 48e5 4268 4a2d 4160 4951 41dd 4bdf 584f 5a48",
  "5816 505d 5afa 5ab5 5123 5b8a 5919 5135 4c69 46c1 4e0b 445f 4e59 4d83 4d7d 47d8 4773 5c85 5e44 562b",
  "5cbb 55c3 5f6e 5feb 5d12 555e 6270 6215 61c2 6b20 6345 6b5c 6b5b 780c 7acf 787f 7980 71e5 7174 79b6",
  "71d3 7b33 646a 66a8 6ea7 6e91 6522 6dcb 678d 6d31",
].flatMap((row) => row.split(" "));

/** How many cells a mark's pattern has to a side, and with its dark frame. */
export const CELLS = 4;
export const FRAMED_CELLS = CELLS + 2;

/**
 * Whether a cell of a mark is light, rows from the top, its dark frame counted in.
 *
 * @example isLightCell(0, 1, 1) → true
 */
export function isLightCell(id: number, row: number, column: number): boolean {
  if (row < 1 || column < 1 || row > CELLS || column > CELLS) return false;
  const bit = (row - 1) * CELLS + (column - 1);
  return ((Number.parseInt(CODES[id]!, 16) >> (CELLS * CELLS - 1 - bit)) & 1) === 1;
}

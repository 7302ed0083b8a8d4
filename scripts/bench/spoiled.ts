import { inShares } from "../study/shares";
import type { SpoiledFound } from "../study/spoiled";

/** So many pictures with something wrong with them: refused, read right, or read wrong. Prints JSON. */
const [count] = process.argv.slice(2);

const found = await inShares<SpoiledFound>("spoiled", Number(count));
const counted = (is: (wrong: SpoiledFound["wrong"]) => boolean) =>
  found.filter(({ wrong }) => is(wrong)).length;
process.stdout.write(
  JSON.stringify({
    refused: counted((wrong) => wrong === null),
    right: counted((wrong) => wrong?.length === 0),
    wrong: counted((wrong) => wrong !== null && wrong.length > 0),
  }),
);

import { pictureFigures, type PictureTaken } from "../study/photo";
import { inShares } from "../study/shares";

/** So many pictures of made-up pieces of all demonstration exercises, measured. Prints JSON. */
const [count] = process.argv.slice(2);

process.stdout.write(
  JSON.stringify(pictureFigures(await inShares<PictureTaken>("pictures", Number(count)))),
);

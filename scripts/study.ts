import { printEnough } from "./study/enough";
import { printKeys } from "./study/keys";
import { printNext } from "./study/next";
import { printInspections } from "./study/pictureInspections";
import { printPictures } from "./study/photo";
import { printSpoiled } from "./study/spoiled";
import { studyPiecesToGo, writeMaps } from "./study/piecesToGo";

const STUDIES: Record<string, (count?: string) => void | Promise<void>> = {
  enough: printEnough,
  fit: writeMaps,
  inspections: printInspections,
  keys: printKeys,
  next: printNext,
  pictures: printPictures,
  "pieces-to-go": studyPiecesToGo,
  spoiled: printSpoiled,
};

const [asked, count] = process.argv.slice(2);
const study = STUDIES[asked ?? "pieces-to-go"];
if (!study) {
  console.error(`There is no study “${asked}”; there are ${Object.keys(STUDIES).join(", ")}.`);
  process.exit(2);
}
await study(count);

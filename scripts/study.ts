import { printNext } from "./study/next";
import { studyPiecesToGo, writeMaps } from "./study/piecesToGo";

const STUDIES: Record<string, () => void> = {
  fit: writeMaps,
  next: printNext,
  "pieces-to-go": studyPiecesToGo,
};

const [asked] = process.argv.slice(2);
const study = STUDIES[asked ?? "pieces-to-go"];
if (!study) {
  console.error(`There is no study “${asked}”; there are ${Object.keys(STUDIES).join(", ")}.`);
  process.exit(2);
}
study();

import { loadVision } from "@/vision/node";
import { studyPicture } from "./photo";
import type { SharedStudy } from "./shares";
import { studySpoiled } from "./spoiled";

/** Takes every n-th item of a study from the first given, and sends each to the process that asked. */
const STUDIES = { pictures: studyPicture, spoiled: studySpoiled };

const [study, ...numbers] = process.argv.slice(2);
const [first, step, count] = numbers.map(Number) as [number, number, number];
const cv = await loadVision();
for (let at = first; at < count; at += step)
  process.send!(await STUDIES[study as SharedStudy](cv, at));
process.disconnect();

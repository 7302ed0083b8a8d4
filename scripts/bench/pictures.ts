import { studyPictures } from "../study/photo";

/** Pictures of made-up pieces, measured: few, since one takes ten seconds to make. Prints JSON. */
const PICTURES = 5;

process.stdout.write(JSON.stringify(await studyPictures(PICTURES)));

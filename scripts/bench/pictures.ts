import { pictureFigures, takePictures } from "../study/photo";

/** Pictures of made-up pieces, measured: few, since one takes ten seconds to make. Prints JSON. */
const PICTURES = 5;

const numbers = Array.from({ length: PICTURES }, (_, at) => at);
process.stdout.write(JSON.stringify(pictureFigures(await takePictures(numbers))));

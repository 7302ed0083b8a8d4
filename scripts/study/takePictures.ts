import { takePictures } from "./photo";

/** Takes every n-th of the pictures from the first given, and sends what each said to the process that asked. */
const [first, step, count] = process.argv.slice(2).map(Number) as [number, number, number];
const numbers = Array.from(
  { length: Math.ceil((count - first) / step) },
  (_, at) => first + at * step,
);
await takePictures(numbers, (taken) => process.send!(taken));
process.disconnect();

import type { ClassTime } from "@/core/climb/classes";
import { dayInWords } from "./when";

/** "Tue 1 Dec, 18:30". */
export const classInWords = ({ day, begins }: Pick<ClassTime, "day" | "begins">): string =>
  `${dayInWords(day)}, ${begins}`;

/** "2 h 30 min". */
export function hoursInWords(minutes: number): string {
  const [hours, left] = [Math.floor(minutes / 60), minutes % 60];
  return [hours > 0 ? `${hours} h` : "", left > 0 || hours === 0 ? `${left} min` : ""]
    .filter(Boolean)
    .join(" ");
}

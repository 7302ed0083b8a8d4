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

/** "Tuesday evening", "Saturday morning". */
export function eveningInWords({ day, begins }: Pick<ClassTime, "day" | "begins">): string {
  const weekday = new Intl.DateTimeFormat("en-GB", { weekday: "long", timeZone: "UTC" }).format(
    new Date(day),
  );
  const hour = Number(begins.slice(0, 2));
  return `${weekday} ${hour < 12 ? "morning" : hour < 17 ? "afternoon" : "evening"}`;
}

/** Where a class was before it was moved: "2026-12-01 18:30". */
export function movedInWords(movedFrom: string): string {
  const [day = "", begins = ""] = movedFrom.split(" ");
  return `It was moved: it had been planned for ${classInWords({ day, begins })}.`;
}

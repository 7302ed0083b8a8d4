import Bowser from "bowser";
import { dayInWords, timeInWords } from "./when";

const DEVICES: Record<string, string> = {
  mobile: "a phone",
  tablet: "a tablet",
  desktop: "a computer",
};

/** On what somebody is signed in, as their browser says of itself. */
export function deviceInWords(userAgent: string): string {
  if (userAgent === "") return "a device";
  return DEVICES[Bowser.parse(userAgent).platform.type ?? ""] ?? "a device";
}

/** Where somebody is signed in: "a phone, Tue 3 Nov 19:04". */
export const sessionInWords = (
  { userAgent, lastSeen }: { userAgent: string; lastSeen: Date },
  timeZone: string,
): string =>
  `${deviceInWords(userAgent)}, ${dayInWords(lastSeen.getTime(), timeZone)} ${timeInWords(lastSeen.getTime(), timeZone)}`;

import { MACHINE_WORDS, type Machine } from "@/core/trade/machines";

/** Machines one after the other: "drill and saw". */
export const machinesInWords = (machines: readonly Machine[]): string =>
  new Intl.ListFormat("en-GB").format(machines.map((machine) => MACHINE_WORDS[machine]));

/** A figure in a working: as many digits as help, without trailing zeros. */
export const figure = (value: number, digits = 5): string =>
  String(Number(value.toPrecision(digits)));

/** A count of turns as a working shows it: "1 turn", "2.5 turns". */
export const turnsFigure = (count: number): string =>
  `${figure(count)} ${count === 1 ? "turn" : "turns"}`;

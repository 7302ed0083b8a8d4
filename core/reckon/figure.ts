/** A figure in a working: as many digits as help, without trailing zeros. */
export const figure = (value: number, digits = 5): string =>
  String(Number(value.toPrecision(digits)));

/**
 * An amount of the school's money.
 *
 * @param currency as in ISO 4217
 */
export const moneyInWords = (amount: number, currency: string): string =>
  new Intl.NumberFormat("en", { style: "currency", currency }).format(amount);

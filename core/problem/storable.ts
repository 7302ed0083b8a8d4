/**
 * Whether all text in a value is made of letters there are: no NUL, and no half of a pair
 * (the Unicode Standard, 3.8, surrogates). A database keeps nothing else as text.
 *
 * @example isStorable({ note: "a\u0000" }) → false
 */
export function isStorable(value: unknown): boolean {
  if (typeof value === "string") return !/[\p{Surrogate}\0]/u.test(value);
  if (typeof value !== "object" || value === null) return true;
  return Object.entries(value).every(([key, inner]) => isStorable(key) && isStorable(inner));
}

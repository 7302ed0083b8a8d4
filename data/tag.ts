/** A piece's tag however it was typed: "k1 - 4" is "K1-4". */
export const tagOf = (typed: string): string => typed.replace(/\s+/g, "").toUpperCase();

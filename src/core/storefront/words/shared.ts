// What visitors read in a shop: what languages share.

export const units = { kg: "kg", l: "l", m: "m" } as const;

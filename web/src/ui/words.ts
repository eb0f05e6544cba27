/** At the start of a sentence: names are kept as they stand in the middle of one. */
export const atStart = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);

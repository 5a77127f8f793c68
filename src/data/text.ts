// Words in queries.

/** Words for LIKE, meant as they are. */
export const escapeLike = (words: string) => words.replace(/[\\%_]/g, (character) => `\\${character}`);

/** Numbers from 0 to 1 that a seed determines. */
export function numbers(seed: number): () => number;

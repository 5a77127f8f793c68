/** "1 page", "3 pages": a count with the word for one or for many. */
export const counted = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

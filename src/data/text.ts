// Words in queries.
import { type SQL, sql } from "drizzle-orm";
import type { AnyMySqlColumn } from "drizzle-orm/mysql-core";

/** Words for LIKE, meant as they are. */
export const escapeLike = (words: string) => words.replace(/[\\%_]/g, (character) => `\\${character}`);

/** Whether a text holds words, without regard to capitals and accents: whoever types "nuala" means Nuala. */
export const holdsWords = (column: AnyMySqlColumn, words: string): SQL =>
  sql`${column} collate utf8mb4_unicode_520_ci like ${`%${escapeLike(words)}%`}`;

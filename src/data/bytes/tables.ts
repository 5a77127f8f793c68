// Bytes by what they are: media as they came, their variants, released files. Stored once for all sites; who may see them
// stands in the rows that name them.
import { index, int, mysqlTable, primaryKey, smallint, varchar } from "drizzle-orm/mysql-core";
import type { PictureForm, Turn } from "@/core/media/forms";
import { createdAt, hash, instant, longblob, siteId } from "../columns";

/** Used where bytes are kept in the database. */
export const storedBytes = mysqlTable(
  "stored_bytes",
  {
    /** SHA-256 in hex, and for a compressed form its ending: ".br", ".gz". */
    key: varchar("bytes_key", { length: 72 }).primaryKey(),
    bytes: longblob("bytes").notNull(),
    /** When they were last put: what nobody names is swept away some time later. */
    putAt: instant("put_at").notNull(),
  },
  (table) => [index("stored_bytes_put").on(table.putAt)],
);

/** Parts of files on their way, by the SHA-256 of the whole: what has come stays when a connection ends. */
export const uploadParts = mysqlTable(
  "upload_parts",
  {
    siteId: siteId(),
    upload: varchar("upload", { length: 64 }).notNull(),
    part: int("part").notNull(),
    bytes: longblob("bytes").notNull(),
    createdAt: createdAt(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.upload, table.part] }),
    index("upload_parts_at").on(table.createdAt),
  ],
);

/** What is made of a medium, in a form and width, turned; once for all sites that have it (core/media/forms). */
export const mediaVariants = mysqlTable(
  "media_variants",
  {
    hash: hash(),
    form: varchar("form", { length: 8 }).$type<PictureForm>().notNull().default("webp"),
    turn: smallint("turn").$type<Turn>().notNull().default(0),
    widthPx: int("width_px").notNull(),
    made: varchar("made", { length: 64 }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.hash, table.form, table.turn, table.widthPx] }),
    index("media_variants_made").on(table.made),
  ],
);

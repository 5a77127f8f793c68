// Column types of our own.
import { customType } from "drizzle-orm/mysql-core";

/** JSON that is parsed on the way out: MariaDB keeps JSON as text, and the driver hands over strings. */
export const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => "longtext",
    toDriver: (value) => JSON.stringify(value),
    fromDriver: (value) => JSON.parse(value) as T,
  })(name);

export const longblob = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => "longblob" });

/** An instant in UTC with milliseconds, whatever the session's zone: kept as ms since the epoch. */
export const instant = (name: string) =>
  customType<{ data: Date; driverData: number }>({
    dataType: () => "bigint",
    toDriver: (value) => value.getTime(),
    fromDriver: (value) => new Date(Number(value)),
  })(name);

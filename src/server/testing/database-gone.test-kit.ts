// A database that goes away and comes back, as far as one context can tell.
import { connect, type Database } from "@/data/connection";
import type { Context } from "../context";

export interface Leaving {
  readonly context: Context;
  /** Whether nothing answers. */
  set gone(is: boolean);
  end(): Promise<void>;
}

/** A context beside another, whose database goes away when it is told to. */
export function leaving(context: Context): Leaving {
  const nowhere = connect("mysql://nobody@127.0.0.1:1/none", 1);
  let gone = false;
  const whileThere = (db: Database): Database =>
    new Proxy(db, { get: (there, key) => Reflect.get(gone ? nowhere.db : there, key) });
  return {
    context: { ...context, db: whileThere(context.db), vital: whileThere(context.vital) },
    set gone(is: boolean) {
      gone = is;
    },
    end: () => nowhere.pool.end(),
  };
}

// The process beside: does what it is asked for, and ends with the one that asks.
import { constants, setPriority } from "node:os";
import type { Account, Session } from "../account/session";
import { type Context, createContext } from "../context";
import { type OperationName, operations } from "../operations";
import { Problem } from "../problem";
import { buildRelease } from "../release/build";
import { type Asked, type BackgroundTasks, backgroundVariable, type Said } from "./background";

if (process.env[backgroundVariable] !== "equal") setPriority(constants.priority.PRIORITY_LOW);
process.on("disconnect", () => process.exit(0));

const tasks: {
  readonly [T in keyof BackgroundTasks]: (
    context: Context,
    given: BackgroundTasks[T]["takes"],
    told: (done: number) => Promise<void>,
  ) => Promise<BackgroundTasks[T]["gives"]>;
} = {
  release: (context, { release }, told) => buildRelease(context, release, told),
  operation: (context, { name, input, account, session, ...caller }) => {
    const incoming = {
      context,
      ...caller,
      account: account as Account,
      // Dates are text on the way.
      session: revived(session as Session | null),
      setSession: () => {},
    };
    return operations[name as OperationName].perform(incoming, input);
  },
};

const revived = (session: Session | null): Session | null =>
  session && { ...session, confirmedAt: new Date(session.confirmedAt) };

const say = (said: Said) => new Promise<void>((resolve) => process.send?.(said, undefined, undefined, () => resolve()));

let context: Context | null = null;

process.on("message", async ({ id, settings, task, given }: Asked) => {
  context ??= createContext(settings, 4);
  await say({ id, begun: true });
  const told = (done: number) => say({ id, done });
  try {
    await say({ id, gives: (await tasks[task](context, given, told)) ?? null });
  } catch (error) {
    if (error instanceof Problem) {
      const { status, code, title, fields, headers, more } = error;
      await say({ id, problem: { status, code, title, fields, headers, more } });
    } else await say({ id, failed: (error as Error).message });
  }
});

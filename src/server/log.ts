// The log: one JSON line a happening. Queries appear without their parameters, which are names and addresses of people,
// and a fault that comes in a burst is one line with a count.
import { type Logger, pino } from "pino";
import type { Settings } from "./settings";

/** What a fault may tell in the log. */
export interface LoggedFault {
  readonly type: string;
  readonly message: string;
  readonly code?: string | number;
  readonly stack?: string;
  readonly cause?: LoggedFault;
}

/** Values stand in the messages of the database too: “Duplicate entry 'ana@mail.example' for key …”. */
const withoutValues = (error: Error): string => {
  const text = error.message.split("\nparams:", 1)[0] ?? "";
  const ofQuery = "query" in error || "sqlMessage" in error;
  return (ofQuery ? text.replace(/'[^'\n]{0,400}'/g, "'…'") : text).slice(0, 1000);
};

/** A fault without the values of queries; causes are followed a few steps. */
export function faultForLog(error: unknown, depth = 0): LoggedFault {
  if (!(error instanceof Error)) return { type: typeof error, message: String(error).slice(0, 200) };
  const { code, cause } = error as Error & { code?: unknown };
  const frames = (error.stack ?? "").split("\n").filter((line) => /^\s{2,}at /.test(line));
  return {
    type: error.name,
    message: withoutValues(error),
    ...(typeof code === "string" || typeof code === "number" ? { code } : {}),
    ...(depth === 0 ? { stack: frames.slice(0, 12).join("\n") } : {}),
    ...(cause !== undefined && depth < 3 ? { cause: faultForLog(cause, depth + 1) } : {}),
  };
}

/** How long the same fault is counted instead of written, in ms; and how many different ones are. */
const burstMs = 10_000;
const mostBursts = 200;

interface Burst {
  again: number;
  readonly end: () => void;
}

/** A log by the settings, to `stream` (standard output unless a test listens). */
export function createLog(settings: Pick<Settings, "logLevel">, stream?: { write(line: string): void }): Logger {
  const bursts = new Map<string, Burst>();
  const options = {
    level: settings.logLevel,
    serializers: { err: (error: unknown) => faultForLog(error) },
    hooks: {
      logMethod(this: Logger, args: Parameters<Logger["info"]>, method: Logger["info"], level: number) {
        if (level < 40) return method.apply(this, args);
        const [fields, words] = args as unknown as [unknown, string | undefined];
        const fault = (fields as { err?: unknown } | null)?.err;
        if (fault === undefined) return method.apply(this, args);
        const { type, message, code } = faultForLog(fault);
        const key = `${level} ${words} ${type} ${code} ${message.slice(0, 200)}`;
        const known = bursts.get(key);
        if (known) {
          known.again += 1;
          return;
        }
        method.apply(this, args);
        if (bursts.size >= mostBursts) return;
        const end = () => {
          const { again } = bursts.get(key) as Burst;
          bursts.delete(key);
          if (again) method.apply(this, [{ err: fault, again, withinMs: burstMs }, words] as never);
        };
        bursts.set(key, { again: 0, end });
        setTimeout(() => bursts.has(key) && end(), burstMs).unref();
      },
    },
  };
  return stream ? pino(options, stream) : pino(options);
}

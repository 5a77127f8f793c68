// How often hosts outside are called: each so many times at once, and none for a while that did not answer several times running.
// Without that one host that says nothing keeps everything waiting that other hosts would have answered.
import {
  BrokenCircuitError,
  BulkheadRejectedError,
  bulkhead,
  ConsecutiveBreaker,
  circuitBreaker,
  ExponentialBackoff,
  handleWhen,
  type IPolicy,
  wrap,
} from "cockatiel";
import { LRUCache } from "lru-cache";

/** Calls to one host at once, and how many more wait for their turn. */
const atOnce = 8;
const mayWait = 32;
/** So many calls in succession without an answer let a host rest: at first so long, then twice as long each time, up to the most. */
const unanswered = 5;
const firstRestMs = 20_000;
const longestRestMs = 600_000;
/** Hosts that are remembered: whoever invents names by the thousand pushes out no more than other names. */
const remembered = 2000;

/** Why a host is not called now. */
export class NotCalled extends Error {
  constructor(readonly why: "resting" | "busy") {
    super(why);
  }
}

/** An error that tells nothing of its host: it was not allowed to be called, or said more than is read. */
export class OwnRefusal extends Error {}

/** The error behind another, where a library wrapped it. */
export const ownRefusalIn = (error: unknown): OwnRefusal | null => {
  const cause = (error as { cause?: unknown } | null)?.cause;
  return error instanceof OwnRefusal ? error : cause instanceof OwnRefusal ? cause : null;
};

/** The turns of calls to hosts outside, of one process. */
export class HostCalls {
  readonly #policies = new LRUCache<string, IPolicy>({ max: remembered });

  #policyOf(host: string): IPolicy {
    const found = this.#policies.get(host);
    if (found) return found;
    const made = wrap(
      bulkhead(atOnce, mayWait),
      circuitBreaker(
        handleWhen((error) => !ownRefusalIn(error)),
        {
          halfOpenAfter: new ExponentialBackoff({ initialDelay: firstRestMs, maxDelay: longestRestMs }),
          breaker: new ConsecutiveBreaker(unanswered),
        },
      ),
    );
    this.#policies.set(host, made);
    return made;
  }

  /**
   * Calls a host in its turn. The turn lasts until what `call` gives to `arrived` is over: an answer that is read slowly keeps its
   * place. Throws `NotCalled` where the host rests or too many wait for it, and what `call` throws.
   */
  at<T>(host: string, call: (arrived: (answer: T) => void) => Promise<void>): Promise<T> {
    return new Promise<T>((resolve, reject) => {
      this.#policyOf(host)
        .execute(() => call(resolve))
        .catch((error: unknown) => {
          if (error instanceof BrokenCircuitError) reject(new NotCalled("resting"));
          else if (error instanceof BulkheadRejectedError) reject(new NotCalled("busy"));
          else reject(error);
        });
    });
  }
}

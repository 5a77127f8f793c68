// Limits on reading: questions cost a row each, so each process counts its own.
import { RateLimiterMemory, RateLimiterRes } from "rate-limiter-flexible";
import { keptOfDatabase } from "../../kept";
import { limitFields } from "../../limit";
import { Problem } from "../../problem";

/** Questions cost a row each, so each process counts its own: 600 in a minute from one address. */
export const readingLimit = { points: 600, seconds: 60 };

const counted = () => new RateLimiterMemory({ points: readingLimit.points, duration: readingLimit.seconds });
let reading = counted();
keptOfDatabase({
  clear: () => {
    reading = counted();
  },
});

/** One question pays for this much work; what took longer costs more of them. */
const msAQuestion = 20;

/** Takes what a question cost beyond its one point, so that nobody can keep the process busy with costly ones. */
export function spendReading(address: string, tookMs: number): void {
  const points = Math.floor(tookMs / msAQuestion);
  // What goes below nothing is refused at the next question.
  if (points > 0) reading.penalty(address, points).catch(() => {});
}

/** Takes one question of an address; answers the fields that tell what is left. */
export async function takeReading(address: string): Promise<Record<string, string>> {
  const fields = ({ remainingPoints, msBeforeNext }: RateLimiterRes) =>
    limitFields("reading", readingLimit, remainingPoints, Math.ceil(msBeforeNext / 1000));
  try {
    return fields(await reading.consume(address));
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    throw new Problem(429, "tooMany", "Too many questions in a minute. Please wait a little.", [], {
      ...fields(error),
      "retry-after": String(Math.max(1, Math.ceil(error.msBeforeNext / 1000))),
    });
  }
}

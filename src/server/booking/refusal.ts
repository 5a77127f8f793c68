// A start that can't be had: 409 with the reasons and the nearest free times, for a visitor or for the studio.

import type { Instant } from "@/core/booking/booking";
import { momentOf } from "@/core/booking/public";
import type { Wish } from "@/core/booking/rules/obstacles";
import { studioWords, visitorReasons, type Wording } from "@/core/booking/words/words";
import type { Reason } from "@/core/visitor/decision";
import { isDuplicate } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import { Problem } from "../problem";
import { type Asked, clockFor, nearestFree, serviceIn } from "./ask";

/** Thrown inside a transaction, so that it is rolled back; what to say is worked out after. */
export class Refused extends Error {
  constructor(
    readonly asked: Omit<Asked, "from" | "to">,
    readonly start: Instant,
    readonly reasons: readonly Reason[],
  ) {
    super("refused");
  }
}

export type Audience = { readonly kind: "visitor"; readonly language: string } | { readonly kind: "studio" };

export function reasonsFor(reasons: readonly Reason[], wording: Omit<Wording, "language">, audience: Audience) {
  return audience.kind === "visitor"
    ? visitorReasons(reasons, { ...wording, language: audience.language })
    : reasons.map((reason) => ({ code: reason.code, message: studioWords(reason, { ...wording, language: "en-GB" }) }));
}

const titleFor = (reasons: readonly { message: string }[]) => reasons[0]?.message ?? "This time can't be booked.";

/** Runs `work`; a refusal in it becomes a 409 Problem. A constraint that said no means that somebody was faster. */
export async function refusing<T>(
  context: Context,
  site: SiteRow,
  audience: Audience,
  work: () => Promise<T>,
): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (isDuplicate(error))
      throw new Problem(
        409,
        "notFree",
        "Somebody else has just taken this time. Please ask again.",
        [],
        {},
        {
          reasons: [{ code: "notFree", message: "Somebody else has just taken this time." }],
          nearest: [],
        },
      );
    if (!(error instanceof Refused)) throw error;
    const { asked, start, reasons } = error;
    const clock = clockFor(asked.setUp, serviceIn(asked.setUp, asked.wish.service));
    const said = reasonsFor(reasons, { clock, setUp: asked.setUp, now: context.now().getTime() }, audience);
    const { judgedAt: _judgedAt, ...now } = asked;
    const nearest = await nearestFree(context.db, { ...now, siteId: site.id }, start);
    throw new Problem(
      409,
      "notFree",
      titleFor(said),
      [{ path: "start", message: titleFor(said) }],
      {},
      {
        reasons: said,
        nearest: nearest.map((instant) => momentOf(clock, instant)),
      },
    );
  }
}

/** What a wish is without the ones that set rules aside. */
export const onlineWish = (
  service: string,
  resource: string | null,
  seats: number,
  more: Pick<Wish, "client" | "minutes" | "part" | "waived"> = {},
): Wish => ({ service, resource, seats, online: true, ...more });

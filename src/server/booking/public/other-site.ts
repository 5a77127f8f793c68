// The calendar on pages of sites that were built elsewhere: who may have it, and what its script needs to draw it there.
import { LRUCache } from "lru-cache";
import { type ReleasedBooking, usualLook } from "@/core/booking/released";
import { booking } from "@/core/booking/widget";
import { snippetOf } from "@/core/widget/snippet";
import { siteOrigin } from "../../context";
import { keptOfDatabase } from "../../kept";
import { noticePage } from "../../release/notice";
import { forOtherSite, judgeOrigin, type OtherSiteWidget, picturesForOtherSite } from "../../widget/other-site";
import { pageWords } from "../page-words";
import { allowedOrigins, type PublicCall } from "./call";

const photographs = keptOfDatabase(new LRUCache<string, ReleasedBooking["pictures"]>({ max: 200 }));

/** The smallest files of a calendar's photographs that the live release has, by their hashes. */
async function picturesOf(call: PublicCall): Promise<ReleasedBooking["pictures"]> {
  const { context, site, setUp, settings, versions } = call;
  const wanted = (settings.look ?? usualLook).photographs ? [...(booking.pictures?.(settings, setUp) ?? [])] : [];
  const key = JSON.stringify([site.liveReleaseId, versions.setUp, call.widget]);
  const kept = photographs.get(key);
  if (kept) return kept;
  const found = await picturesForOtherSite(context, site, wanted);
  photographs.set(key, found);
  return found;
}

/**
 * The calendar for a page of `origin` (null: the site's own, or nobody's page); 403 with a sentence for whoever looks after that
 * page where the business has not allowed its site.
 */
export async function bookingForOtherSite(
  call: PublicCall,
  origin: string | null,
): Promise<OtherSiteWidget<ReleasedBooking>> {
  const { context, site, setUp, settings } = call;
  judgeOrigin(context, site, origin, {
    allowed: allowedOrigins(setUp),
    what: "This calendar",
    allow: "Widgets, the calendar, Where, Other sites",
  });
  // Somebody who books on another site stays there.
  const { thanks, ...others } = settings;
  const form = booking.released(
    thanks?.kind === "page" ? others : settings,
    {
      currency: site.settings.currency,
      language: site.settings.language,
      zone: site.settings.zone,
      pageHref: () => null,
      picture: () => null,
    },
    setUp,
  );
  return forOtherSite(context, site, { ...(form as ReleasedBooking), pictures: await picturesOf(call) });
}

/** The page for whoever builds the other site: the lines, where they work, and what to ask for where they do not. */
export async function snippetPage({ context, site, setUp, widget }: PublicCall): Promise<string> {
  const words = pageWords(site.settings.language);
  const allowed = allowedOrigins(setUp);
  return noticePage(context, site.key, {
    title: words.snippet(site.name),
    text: allowed.length ? words.snippetText(allowed.join(", ")) : words.snippetNowhere,
    code: snippetOf(siteOrigin(context.settings, site.key), { kind: "booking", widget, words: words.snippetLink }),
    then: { href: "/", words: words.toSite },
  });
}

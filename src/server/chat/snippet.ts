// The chat on pages of sites that were built elsewhere: it is private, and answers only on its own site and on those that its
// owner lists. The list goes live with a release, as everything that visitors have of it.

import { and, eq, inArray } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import { chatFacts } from "@/core/chat/facts";
import type { OtherSiteChat, ReleasedChat } from "@/core/chat/released";
import { chat } from "@/core/chat/widget";
import { type WidgetOf, widgetsOfKind } from "@/core/widget/settings";
import { snippetOf } from "@/core/widget/snippet";
import { releases } from "@/data/release/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { originsOfPlaces } from "../booking/public/call";
import { type Context, siteOrigin } from "../context";
import { type AllowedOrigins, param, type VisitorCall } from "../edge/endpoint";
import { isOwnOrigin } from "../edge/request";
import { keptOfDatabase } from "../kept";
import { notFound } from "../problem";
import { noticePage } from "../release/notice";
import { liveWidget } from "../widget/live";
import { forOtherSite, judgeOrigin, type OtherSiteWidget, picturesForOtherSite } from "../widget/other-site";
import { snippetWords } from "./snippet-words";

const allowedBy = keptOfDatabase(new LRUCache<string, readonly string[]>({ max: 500 }));

/** Origins that the chat of the live release names. A release never changes, so it is read once. */
export const originsOfChat: AllowedOrigins = async (context, siteKey) => {
  const site = await findSite(context.db, siteKey);
  if (!site?.liveReleaseId) return [];
  const kept = allowedBy.get(site.liveReleaseId);
  if (kept) return kept;
  const [row] = await context.db
    .select({ widgets: releases.widgets })
    .from(releases)
    .where(and(eq(releases.siteId, site.id), eq(releases.id, site.liveReleaseId)));
  const found = widgetsOfKind(row?.widgets ?? [], "chat").flatMap(({ settings }) =>
    settings.enabled ? (settings.sites ?? []) : [],
  );
  allowedBy.set(site.liveReleaseId, found);
  return found;
};

/** The page that a question is asked on, as it is kept: its path, with the origin before it on another site's page. */
export function askedOn(call: VisitorCall, path: string): string {
  const origin = call.header("origin");
  return origin === null || isOwnOrigin(origin, call.header("host")) ? path : `${origin}${path}`.slice(0, 400);
}

/** Its pictures as the live release has them, with what they show in words. */
async function picturesOf(context: Context, site: SiteRow, { brief, answers }: WidgetOf<"chat">["settings"]) {
  const hashes = [brief.picture, ...answers.map(({ picture }) => picture)].filter((hash) => hash !== undefined);
  if (!hashes.length) return new Map<string, { readonly src: string; readonly alt: string }>();
  const files = await picturesForOtherSite(context, site, hashes);
  const rows = await context.db
    .select({ hash: media.hash, alt: media.alt })
    .from(media)
    .where(and(eq(media.siteId, site.id), inArray(media.hash, hashes)));
  return new Map(rows.flatMap(({ hash, alt }) => (files[hash] ? [[hash, { src: files[hash], alt }]] : [])));
}

/** The chat for a page of `origin`; 403 with a sentence where its owner has not listed that site. */
export async function chatFor(
  context: Context,
  site: SiteRow,
  widget: WidgetOf<"chat">,
  origin: string | null,
): Promise<OtherSiteWidget<OtherSiteChat>> {
  const { settings } = widget;
  judgeOrigin(context, site, origin, {
    allowed: settings.sites ?? [],
    what: "This chat",
    allow: "Widgets, the chat, Where and when, On sites built elsewhere; it holds from the next release",
  });
  const pictures = await picturesOf(context, site, settings);
  const { currency, language, zone } = site.settings;
  const form = chat.released(
    settings,
    {
      ...{ currency, language, zone },
      pageHref: () => null,
      picture: (hash) => {
        const found = pictures.get(hash);
        return found ? { small: found.src, large: found.src, width: 0, height: 0, alt: found.alt } : null;
      },
    },
    null,
  ) as ReleasedChat;
  // What is meant for some of the site's pages is not meant for others.
  const everywhere = ({ include }: { readonly include: readonly string[] }) => !include.length;
  return forOtherSite(context, site, {
    ...form,
    greetings: form.greetings.filter(everywhere),
    starters: form.starters.filter(everywhere),
    words: settings.floating?.words ?? chatFacts.callWords,
    corner: settings.floating?.corner ?? "end",
    distance: settings.floating?.distance,
    books:
      origin === null ||
      origin === siteOrigin(context.settings, site.key) ||
      (await originsOfPlaces(context, site.key)).includes(origin),
  });
}

async function askedFor(call: VisitorCall): Promise<{ site: SiteRow; widget: WidgetOf<"chat"> }> {
  const site = await findSite(call.context.db, call.siteKey);
  if (!site) throw notFound("This site");
  return { site, widget: await liveWidget(call.context, site, "chat", param(call, "widget"), "This chat") };
}

/** What the script on another site's page asks first. */
export async function chatForOtherSite(call: VisitorCall): Promise<OtherSiteWidget<OtherSiteChat>> {
  const { site, widget } = await askedFor(call);
  return chatFor(call.context, site, widget, call.header("origin"));
}

/** The page for whoever builds the other site: the lines, where they work, and what to ask for where they do not. */
export async function chatSnippet(call: VisitorCall): Promise<string> {
  const { context } = call;
  const { site, widget } = await askedFor(call);
  const words = snippetWords(site.settings.language);
  const { sites = [], brief } = widget.settings;
  return noticePage(context, site.key, {
    title: words.title(site.name),
    text: sites.length ? words.text(sites.join(", ")) : words.nowhere,
    code: snippetOf(siteOrigin(context.settings, site.key), { kind: "chat", widget: widget.id, words: brief.name }),
    then: { href: "/", words: words.toSite },
  });
}

// The rehearsal host: the working state in its released form, for the holder of a token and its visitor.

import type { IncomingMessage, ServerResponse } from "node:http";
import Joi from "joi";
import { foundClips } from "@/core/clips/found";
import { largestAnswerFile } from "@/core/field/field";
import { formShape, shapeFault } from "@/core/input/shape";
import { given } from "@/core/kind/service";
import { sourceLocale } from "@/core/locale/site-locale";
import { addressName, isFilm } from "@/core/media/documents";
import type { MediaEntry } from "@/core/media/entry";
import { pictureForms, type Variant, variantName } from "@/core/media/forms";
import { noHeaderFooter } from "@/core/page/node";
import { documentHtml } from "@/core/render/document";
import { createRenderer } from "@/core/render/render";
import { emptyCart } from "@/core/shop/cart";
import { withoutSlashes } from "@/core/site/path";
import { pagePath, type SitePage } from "@/core/site/site";
import { deviceClass } from "@/core/visitor/visitor";
import { pageWith } from "@/core/widget/alone";
import { releasedWidgets } from "@/core/widget/release";
import type { SiteWidget } from "@/core/widget/settings";
import { findSite, frameOf, type SiteRow, widgetsOf } from "@/data/site/queries";
import { asReleased } from "@/server/widget/released";
import { foundOf } from "../clips/found";
import { type Context, hostOrigin, sha256, standInOrigins } from "../context";
import type { FormBody } from "../edge/endpoint";
import { formFrom } from "../edge/multipart";
import { notFound, Problem, problemResponse, validated } from "../problem";
import { codeHeaders, drawingPolicy, runSources, siteHeaders } from "../process/headers";
import { readPath } from "../process/hosts";
import { partial } from "../process/range";
import { fontAsset, visitorScripts } from "../release/assets";
import { headScripts, pageScripts } from "../release/page-data";
import { liveShopOf } from "../shop/pages/live";
import { fillPage, shownAt } from "../shop/pages/storefront";
import { documentBytes, pictureFile } from "../site/media";
import { loadSite } from "../site/whole";
import { serverOf } from "../widget/kinds";
import { rehearsedForms, rehearseForm } from "./cart";
import { claimOf, makeToken, type RehearsalClaim } from "./token";

interface Piece {
  readonly type: string;
  readonly body: string | Buffer;
  /** Origins that the page's frames may show. */
  readonly frames?: readonly string[];
  /** What runs on the page besides its own scripts. */
  readonly runs?: readonly string[];
  /** Of custom code: the origins that it may reach. */
  readonly code?: readonly string[];
}

const html = "text/html; charset=utf-8";

/** Where a rehearsed form is sent. */
const tryPath = "/_try";
/** Where those of a shop are. */
const shopPath = "/_shop/";
const largestForm = 32 << 10;

const tryCall = Joi.object<{ widget: string; fields: object }>({
  widget: Joi.string().max(40).required(),
  fields: Joi.object().unknown().required(),
});

/** A page with nothing on it but a widget, for the workspace's live view. */
const aloneOn = (widget: SiteWidget): SitePage => ({
  id: "alone",
  title: widget.name,
  slug: "alone",
  description: "",
  inNavigation: false,
  body: pageWith(widget),
});

/** A body of at most so many bytes; 413 for a larger one. */
async function bodyOf(request: IncomingMessage, most: number): Promise<Buffer> {
  let size = 0;
  const parts: Buffer[] = [];
  for await (const part of request as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > most) throw new Problem(413, "tooLarge", "This form is too large.");
    parts.push(part);
  }
  return Buffer.concat(parts);
}

/** A small body as JSON; 413 and 422 for what is none. */
async function smallJson(request: IncomingMessage): Promise<unknown> {
  const body = await bodyOf(request, largestForm);
  try {
    return JSON.parse(body.toString());
  } catch {
    throw new Problem(422, "invalid", "This is not a form.");
  }
}

/** What the address of a page asks besides. */
interface PageAsked {
  readonly measured: boolean;
  readonly query: Readonly<Record<string, readonly string[]>>;
}

function pageAsked(address: string): PageAsked {
  const { searchParams } = new URL(address, "http://site.invalid");
  const names = [...new Set(searchParams.keys())].slice(0, 100);
  return {
    measured: searchParams.has("measured"),
    query: Object.fromEntries(names.map((name) => [name, searchParams.getAll(name)])),
  };
}

/** A form as a browser sends it, files and all. */
async function formBody(request: IncomingMessage): Promise<FormBody> {
  const body = await bodyOf(request, largestAnswerFile + largestForm);
  const type = request.headers["content-type"] ?? "";
  if (/^multipart\//i.test(type)) return formFrom(body, type);
  const fields = Object.fromEntries(new URLSearchParams(body.subarray(0, largestForm).toString()));
  const fault = shapeFault(fields, formShape);
  if (fault) throw new Problem(422, "invalid", fault.message, [{ ...fault, path: fault.path || "body" }]);
  return { fields, files: {} };
}

/** Answers requests below "/{token}/" on a site's rehearsal host. Nothing here is cached, by anyone. */
export function createRehearsalServer(context: Context) {
  const studio = hostOrigin(context.settings, context.settings.publicHost);
  const headers = { ...siteHeaders(context.settings, studio), "Cache-Control": "no-store", "X-Robots-Tag": "noindex" };

  async function page(
    key: string,
    claim: RehearsalClaim,
    base: string,
    path: string,
    { measured, query }: PageAsked,
  ): Promise<Piece | null> {
    const row = await findSite(context.db, key);
    if (!row) return null;
    const loaded = await loadSite(context.db, row);
    const site = {
      ...loaded,
      widgets: await asReleased(context.db, row.id, loaded.widgets, standInOrigins(context.settings)),
    };
    const code = /^\/_code\/([0-9a-f]{24})(\/.*)$/.exec(path);
    const styles = path.startsWith("/_css");
    const wanted = code?.[2] ?? (styles ? path.slice("/_css".length) || "/" : path);
    const alone = /^\/_w\/([\w-]{1,40})$/.exec(wanted)?.[1];
    const widget = site.widgets.find(({ id }) => id === alone);
    const ownPage = site.pages.find((one) => pagePath(one) === wanted);
    const shop = liveShopOf(site, { off: true, base });
    // What stands below the shop is drawn by one of its pages.
    const unmoved = widget || ownPage ? null : liveShopOf(site, { off: true });
    const shown = unmoved && (await shownAt(context, row, unmoved, wanted));
    const about = shown && !("leadsTo" in shown) ? shown : null;
    const found = widget ? aloneOn(widget) : (ownPage ?? site.pages.find((one) => pagePath(one) === about?.path));
    if (!found) return null;
    const frame = widget ? { ...frameOf(site), header: noHeaderFooter, footer: noHeaderFooter } : frameOf(site);
    const own = widget ? `/_w/${widget.id}` : pagePath(found);
    const locale = sourceLocale(site);
    const fed = await foundOf(context.db, row.id, site.widgets, site.settings);
    const mediaUrl = (hash: string, variant: Variant) => `${base}/_m/${variantName(hash, variant)}`;
    const documentUrl = ({ hash, name }: Pick<MediaEntry, "hash" | "name">) =>
      `${base}/_d/${hash}/${addressName(name)}`;
    const renderer = createRenderer(frame, {
      locale,
      linkBase: base,
      origin: null,
      mediaUrl,
      documentUrl,
      fontUrl: (file) => `${base}/_f/${file}`,
      standIn: standInOrigins(context.settings),
      services: given(foundClips, (id) => fed.get(id)),
      codeUrl: (document) => `${base}/_code/${sha256(document).slice(0, 24)}${own}`,
    });
    const { body: tree, ...meta } = found;
    const rendered = renderer.render(meta, tree);
    const scripts = await visitorScripts(context.settings.buildFolder);
    // Scroll bars of phones and tablets take no room of the page; those of the studio's own machine would.
    const bars = deviceClass(claim.visitor.widthPx) === "wide" ? "" : "html{scrollbar-width:none}";
    if (styles) return { type: "text/css; charset=utf-8", body: rendered.css + bars };
    if (code) {
      const document = rendered.codes.find(({ address }) => address === base + path);
      return document ? { type: html, body: document.html, code: document.origins } : null;
    }
    const whole = documentHtml({
      language: locale.tag,
      head: rendered.head,
      html: rendered.html,
      css: { href: `${base}/_css${own}` },
      headScript: headScripts(rendered.scripts, scripts, `${base}/_s/`)?.script,
      widgets: pageScripts(
        releasedWidgets(frame, rendered.needs, {
          pageHref: (id) => {
            const page = frame.pages.find((one) => one.id === id);
            return page ? base + pagePath(page, locale) : null;
          },
          picture: renderer.picture,
          language: locale.tag,
        }),
        rendered.scripts,
        scripts,
        `${base}/_s/`,
        {
          language: locale.tag,
          rehearsal: {
            visitor: claim.visitor,
            studio,
            path: pagePath(found, locale),
            ...(measured ? { measured } : {}),
          },
        },
      ),
    });
    const asking = {
      ...{ query, cookie: undefined, address: "", header: () => null },
      basket: claim.basket ?? { cart: emptyCart, ordered: false },
      country: claim.visitor.country ?? "",
    };
    const body = shop
      ? (
          await fillPage(context, row, shop, whole, about ?? { product: null, category: null }, asking, {
            mediaUrl,
            documentUrl,
          })
        ).html.replaceAll('action="/_w/v1/shop/', `action="${base}${shopPath}`)
      : whole;
    return { type: html, frames: rendered.frames, runs: runSources(rendered.runs), body };
  }

  async function piece(
    key: string,
    claim: RehearsalClaim,
    token: string,
    path: string,
    asked: PageAsked,
  ): Promise<Piece | null> {
    const file = /^\/_([fms])\/([\w.-]+)$/.exec(path);
    if (file?.[1] === "f") {
      const font = await fontAsset(file[2] as string);
      return font && { type: font.type, body: font.bytes };
    }
    if (file?.[1] === "s") {
      const script = (await visitorScripts(context.settings.buildFolder)).files.get(file[2] as string);
      return script ? { type: script.type, body: script.bytes } : null;
    }
    if (file?.[1] === "m") return pictureFile(context, claim.siteId, file[2] as string);
    const document = /^\/_d\/([0-9a-f]{64})\/[\w.-]+$/.exec(path)?.[1];
    if (document) return documentBytes(context, claim.siteId, document);
    if (path === "/favicon.svg") return { type: "image/svg+xml", body: '<svg xmlns="http://www.w3.org/2000/svg"/>' };
    return page(key, claim, `/${token}`, path, asked);
  }

  /** What the live site would say to a form, by the same schema. Nothing is kept. */
  async function tryForm(row: SiteRow, request: IncomingMessage): Promise<[number, Piece]> {
    const type = "application/json; charset=utf-8";
    try {
      const { widget, fields } = validated(tryCall, await smallJson(request));
      const found = (await widgetsOf(context.db, row.id)).find((one) => one.id === widget);
      const judge = found && serverOf(found.kind).rehearse;
      if (!found || !judge) throw notFound("This form", "widget");
      judge(found.settings as never, fields);
      return [200, { type, body: "{}" }];
    } catch (error) {
      const { status, body } = problemResponse(error);
      return [status, { type, body }];
    }
  }

  /** What a shop's form does: the basket goes along with the address of the page that comes next. */
  async function shopForm(
    row: SiteRow,
    claim: RehearsalClaim,
    form: (typeof rehearsedForms)[number],
    request: IncomingMessage,
  ): Promise<string> {
    const body = await formBody(request);
    const { pages, widgets } = await loadSite(context.db, row);
    const live = liveShopOf({ pages, widgets }, { off: true });
    if (!live) throw notFound("This shop");
    const basket = claim.basket ?? { cart: emptyCart, ordered: false };
    const done = await rehearseForm({ context, site: row, live, visitor: claim.visitor, basket }, form, body);
    return `/${makeToken(context, { ...claim, basket: done.basket })}${done.to}`;
  }

  return async function serveRehearsal(request: IncomingMessage, response: ServerResponse, key: string): Promise<void> {
    const answer = (status: number, { type, body, frames = [], runs = [], code }: Piece) => {
      const drawing = type === pictureForms.svg.type ? { "Content-Security-Policy": drawingPolicy } : {};
      const framing = code
        ? codeHeaders(context.settings, studio, code)
        : frames.length || runs.length
          ? siteHeaders(context.settings, studio, { frames, runs })
          : {};
      const film =
        status === 200 && isFilm({ type }) ? partial(Buffer.from(body as Buffer), request.headers.range) : null;
      response.writeHead(film?.status ?? status, {
        ...headers,
        ...framing,
        ...drawing,
        "Content-Type": type,
        "Access-Control-Allow-Origin": studio,
        ...film?.headers,
      });
      response.end(request.method === "HEAD" ? undefined : (film?.body ?? body));
    };
    const says = (status: number, words: string) =>
      answer(status, { type: "text/plain; charset=utf-8", body: `${words}\n` });
    const path = readPath(request.url ?? "/");
    const match = path && /^\/([\w-]+\.[\w-]+)(\/.*)?$/.exec(path);
    const posted = request.method === "POST" ? (match?.[2] ?? "") : "";
    const tries = posted === tryPath;
    const form = rehearsedForms.find((one) => posted === shopPath + one);
    if (request.method !== "GET" && request.method !== "HEAD" && !tries && !form)
      return says(405, "A rehearsal stores nothing.");
    const row = match ? await findSite(context.db, key) : undefined;
    const claim = match && row ? await claimOf(context, row, match[1] as string) : null;
    if (!match || !claim) return says(403, "This rehearsal has ended. Start it again in the studio.");
    if (tries) return answer(...(await tryForm(row as SiteRow, request)));
    if (form)
      return shopForm(row as SiteRow, claim, form, request).then(
        (next) => {
          response.writeHead(303, { ...headers, Location: encodeURI(next) });
          response.end();
        },
        (error) =>
          says(
            error instanceof Problem ? error.status : 500,
            error instanceof Problem ? error.message : "This could not be done.",
          ),
      );
    const found = await piece(
      key,
      claim,
      match[1] as string,
      withoutSlashes(match[2] ?? "") || "/",
      pageAsked(request.url ?? "/"),
    ).catch(() => null);
    if (found) answer(200, found);
    else says(404, "The site has no such page.");
  };
}

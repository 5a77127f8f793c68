// The home page of a site as a picture for lists: made once for each state of what it shows, and kept until the next.
import serialize from "dom-serializer";
import { and, asc, eq, inArray, isNull, or } from "drizzle-orm";
import { parseDocument } from "htmlparser2";
import { sourceLocale } from "@/core/locale/site-locale";
import { pictureWidths } from "@/core/media/forms";
import { topClass } from "@/core/page/header-footer/top";
import { kinds } from "@/core/page/kinds";
import { everyNode, type PageNode } from "@/core/page/node";
import { definitionsOf } from "@/core/page/shared/placement";
import { resolved } from "@/core/page/shared/sections";
import { cssAtWidth, pictureSvg } from "@/core/render/picture";
import { createRenderer, usedFamilies } from "@/core/render/render";
import { headerFooterAt, standingPage } from "@/core/site/between";
import type { Executor } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { mediaEntry, pageMetaOf, type SiteRow, widgetsOf } from "@/data/site/queries";
import { media, sitePictures, sites } from "@/data/site/tables";
import { widgets } from "@/data/widget/tables";
import { type Context, sha256, standInOrigins } from "../context";
import { notFound } from "../problem";
import { fontAssets } from "../release/assets";
import { pictureVariant } from "./media";
import { partsOf } from "./whole";

const widthPx = 1180;
const heightPx = 590;
/** The home page's sections that reach into the picture. */
const sectionsShown = 3;

const shownHere = or(inArray(documents.kind, ["header", "footer", "shared"]), eq(documents.slug, ""));

/** Names of the states that pictures of some sites are made of, by the sites' ids. */
export async function pictureStates(db: Executor, rows: readonly SiteRow[]): Promise<ReadonlyMap<string, string>> {
  const ids = rows.map(({ id }) => id);
  if (!ids.length) return new Map();
  const parts = new Map(ids.map((id) => [id, [] as string[]]));
  const add = (id: string, ...hashes: readonly (string | null)[]) =>
    parts.get(id)?.push(...hashes.map((hash) => hash ?? ""));
  for (const row of await db
    .select({ id: sites.id, settings: sites.settingsHash, brand: sites.brandHash })
    .from(sites)
    .where(inArray(sites.id, ids)))
    add(row.id, row.settings, row.brand);
  for (const row of await db
    .select({ siteId: documents.siteId, hash: documents.hash })
    .from(documents)
    .where(and(inArray(documents.siteId, ids), isNull(documents.removedAt), shownHere))
    .orderBy(asc(documents.siteId), asc(documents.id)))
    add(row.siteId, row.hash);
  for (const row of await db
    .select({ siteId: widgets.siteId, hash: widgets.hash })
    .from(widgets)
    .where(inArray(widgets.siteId, ids))
    .orderBy(asc(widgets.siteId), asc(widgets.id)))
    add(row.siteId, row.hash);
  return new Map([...parts].map(([id, hashes]) => [id, sha256(hashes.join(" ")).slice(0, 32)]));
}

function* mediaIn(root: PageNode): Generator<string> {
  for (const node of everyNode(root))
    for (const ref of kinds[node.kind].refs?.(node.content) ?? []) if (ref.of === "media") yield ref.id;
}

const dataUrl = (type: string, bytes: Uint8Array) => `data:${type};base64,${Buffer.from(bytes).toString("base64")}`;

async function make(context: Context, row: SiteRow): Promise<Buffer> {
  const { db } = context;
  const shown = await db
    .select()
    .from(documents)
    .where(and(eq(documents.siteId, row.id), isNull(documents.removedAt), shownHere))
    .orderBy(asc(documents.position), asc(documents.id));
  const home = shown.find(({ kind }) => kind === "page");
  const bodyOf = (id: string) => shown.find((one) => one.id === id)?.body;
  const [first, footer] = [bodyOf("header"), bodyOf("footer")];
  if (!home || !first || !footer) throw notFound("The home page");
  const headersFooters = shown.flatMap(({ id, kind, title, body }) =>
    kind === "header" && id !== kind ? [{ id, of: kind, name: title, body }] : [],
  );
  const at = standingPage(pageMetaOf(home), row.settings.language);
  const header = headerFooterAt({ header: first, footer, headersFooters }, "header", at);
  const beginning: PageNode = { ...home.body, children: (home.body.children ?? []).slice(0, sectionsShown) };
  const shared = shown
    .filter(({ kind }) => kind === "shared")
    .map(({ id, title, body }) => ({ id, name: title, body }));
  const hashes = [
    ...new Set([...(header ? mediaIn(header) : []), ...mediaIn(resolved(beginning, definitionsOf({ shared })))]),
  ];
  const entries = hashes.length
    ? await db
        .select()
        .from(media)
        .where(and(eq(media.siteId, row.id), inArray(media.hash, hashes)))
    : [];
  const pages = await db
    .select({
      id: documents.id,
      title: documents.title,
      slug: documents.slug,
      description: documents.description,
      inNavigation: documents.inNavigation,
      more: documents.more,
    })
    .from(documents)
    .where(
      and(
        eq(documents.siteId, row.id),
        eq(documents.kind, "page"),
        isNull(documents.removedAt),
        or(eq(documents.inNavigation, true), eq(documents.slug, "")),
      ),
    )
    .orderBy(asc(documents.position), asc(documents.id));
  const frame = {
    ...(await partsOf(db, row.id)),
    key: row.key,
    name: row.name,
    settings: row.settings,
    brand: row.brand,
    header: first,
    footer,
    headersFooters,
    shared,
    pages: pages.map(pageMetaOf),
    widgets: await widgetsOf(db, row.id),
    media: entries.map(mediaEntry),
  };
  // Everything inside the one file, in the smallest width that is made; fonts by their Latin letters.
  const inside = new Map<string, string>();
  for (const entry of entries) {
    const width = Math.min(entry.widthPx, pictureWidths[0]);
    inside.set(
      entry.hash,
      dataUrl("image/webp", await pictureVariant(context, row.id, entry.hash, { widthPx: width })),
    );
  }
  const fonts = await fontAssets(usedFamilies(frame));
  const renderer = createRenderer(frame, {
    locale: sourceLocale(frame),
    linkBase: "",
    origin: null,
    quick: true,
    mediaUrl: (hash) => inside.get(hash) ?? "",
    documentUrl: () => "",
    fontUrl: (file) => {
      const font = file.includes("-latin-wght") ? fonts.get(file) : undefined;
      return font ? dataUrl(font.type, font.bytes) : "";
    },
    standIn: standInOrigins(context.settings),
  });
  const meta = frame.pages.find(({ slug }) => slug === "") ?? frame.pages[0];
  if (!meta) throw notFound("The home page");
  const { parts, css, top } = renderer.render(meta, beginning);
  const html = (list: typeof parts.main) => list.map((part) => part.html).join("");
  const markup =
    `<header${top ? ` class="${topClass(top)}"` : ""}>${html(parts.header)}</header><main>${html(parts.main)}</main>`
      // One size is enough, and it is in there once.
      .replace(/ srcset="[^"]*"/g, "")
      .replaceAll(' loading="lazy"', "");
  const xhtml = serialize(parseDocument(markup), { xmlMode: true });
  return Buffer.from(pictureSvg(xhtml, cssAtWidth(css, widthPx), widthPx, heightPx));
}

/**
 * The picture of a site, and whether it is that of `state`: where the site has gone on since, the picture has too, and
 * should not be kept under the older name.
 */
export async function sitePicture(
  context: Context,
  row: SiteRow,
  state: string,
): Promise<{ svg: Buffer; current: boolean }> {
  const { db } = context;
  const now = (await pictureStates(db, [row])).get(row.id) ?? "";
  const [kept] = await db.select().from(sitePictures).where(eq(sitePictures.siteId, row.id));
  if (kept?.state === now) return { svg: kept.svg, current: state === now };
  const svg = await make(context, row);
  await db
    .insert(sitePictures)
    .values({ siteId: row.id, state: now, svg })
    .onDuplicateKeyUpdate({ set: { state: now, svg } });
  return { svg, current: state === now };
}

// A site's screens below the top bar.
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { EarlyCalls } from "@/app/early-calls";
import { signedInAccount } from "@/app/session";
import { theContext } from "@/server/context";
import { homePageFor } from "@/server/page/home";
import { SiteShell } from "@/studio/frame/site-shell";
import type { EarlyCall } from "@/studio/kit/early";

/** What the screen at an address of a site asks first: of the composer its page, as `ComposerScreen` asks for it. */
async function firstCalls(
  account: Parameters<typeof homePageFor>[1],
  site: string,
  url: string,
): Promise<readonly EarlyCall[]> {
  const address = `http://studio.invalid${url}`;
  if (!URL.canParse(address)) return [["sites.frame", { site }]];
  const { pathname, searchParams } = new URL(address);
  const [, , , screen, named] = pathname.split("/", 5);
  const page = screen === "pages" ? named || (await homePageFor(theContext(), account, site)) : null;
  const headerFooter = searchParams.get("headerFooter");
  const input = { site, page, ...(headerFooter ? { headerFooter } : {}) };
  return [["sites.frame", { site }], ...(page ? [["pages.open", input] as const] : [])];
}

export default async function Layout({ children, params }: { children: ReactNode; params: Promise<{ site: string }> }) {
  const { site } = await params;
  const account = await signedInAccount(`/s/${encodeURIComponent(site)}/pages`);
  const url = (await headers()).get("x-webitor-url") ?? "/";
  return (
    <>
      <EarlyCalls calls={await firstCalls(account, site, url)} />
      <SiteShell site={site}>{children}</SiteShell>
    </>
  );
}

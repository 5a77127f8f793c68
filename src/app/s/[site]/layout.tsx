// A site's screens below the top bar.
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { EarlyCalls } from "@/app/early-calls";
import { signedInAccount } from "@/app/session";
import { theContext } from "@/server/context";
import { homePageFor } from "@/server/page/home";
import { SiteShell } from "@/studio/frame/site-shell";
import type { EarlyCall } from "@/studio/kit/early";

/** What the screen at a path of a site asks first: of the composer, its page. */
async function firstCalls(
  account: Parameters<typeof homePageFor>[1],
  site: string,
  path: string,
): Promise<readonly EarlyCall[]> {
  const [, , , screen, named] = path.split("/", 5);
  const page = screen === "pages" ? named || (await homePageFor(theContext(), account, site)) : null;
  return [["sites.frame", { site }], ...(page ? [["pages.open", { site, page }] as const] : [])];
}

export default async function Layout({ children, params }: { children: ReactNode; params: Promise<{ site: string }> }) {
  const { site } = await params;
  const account = await signedInAccount(`/s/${encodeURIComponent(site)}/pages`);
  const path = (await headers()).get("x-path") ?? "";
  return (
    <>
      <EarlyCalls calls={await firstCalls(account, site, path)} />
      <SiteShell site={site}>{children}</SiteShell>
    </>
  );
}

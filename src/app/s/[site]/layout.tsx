// A site's screens below the top bar.
import type { ReactNode } from "react";
import { EarlyCalls } from "@/app/early-calls";
import { signedInAccount } from "@/app/session";
import { SiteShell } from "@/studio/frame/site-shell";

export default async function Layout({ children, params }: { children: ReactNode; params: Promise<{ site: string }> }) {
  const { site } = await params;
  await signedInAccount(`/s/${encodeURIComponent(site)}/pages`);
  return (
    <>
      <EarlyCalls calls={[["sites.frame", { site }]]} />
      <SiteShell site={site}>{children}</SiteShell>
    </>
  );
}

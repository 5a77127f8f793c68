// A site's screens below the top bar.
import type { ReactNode } from "react";
import { signedInAccount } from "@/app/session";
import { SiteShell } from "@/studio/frame/site-shell";

export default async function Layout({ children, params }: { children: ReactNode; params: Promise<{ site: string }> }) {
  const { site } = await params;
  await signedInAccount(`/s/${encodeURIComponent(site)}/pages`);
  return <SiteShell site={site}>{children}</SiteShell>;
}

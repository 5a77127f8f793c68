// The composer with the home page.
import { EarlyCalls } from "@/app/early-calls";
import { signedInAccount } from "@/app/session";
import { theContext } from "@/server/context";
import { homePageFor } from "@/server/page/home";
import { HomeComposer } from "@/studio/composer/home-composer";

export default async function Page({ params }: { params: Promise<{ site: string }> }) {
  const { site } = await params;
  const account = await signedInAccount(`/s/${encodeURIComponent(site)}/pages`);
  const page = await homePageFor(theContext(), account, site);
  return (
    <>
      {page === null ? null : <EarlyCalls calls={[["pages.open", { site, page }]]} />}
      <HomeComposer />
    </>
  );
}

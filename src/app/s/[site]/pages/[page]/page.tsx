// The composer with one page.
import { EarlyCalls } from "@/app/early-calls";
import { ComposerScreen } from "@/studio/composer/composer-screen";

export default async function Page({ params }: { params: Promise<{ site: string; page: string }> }) {
  const { site, page } = await params;
  return (
    <>
      <EarlyCalls calls={[["pages.open", { site, page }]]} />
      <ComposerScreen page={page} />
    </>
  );
}

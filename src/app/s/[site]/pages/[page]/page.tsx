// The composer with one page.
import { ComposerScreen } from "@/studio/composer/composer-screen";

export default async function Page({ params }: { params: Promise<{ page: string }> }) {
  return <ComposerScreen page={(await params).page} />;
}

import { redirect } from "next/navigation";

export default async function Page({ params }: { params: Promise<{ site: string }> }) {
  redirect(`/s/${encodeURIComponent((await params).site)}/pages`);
}

// Where the link of a letter about a lost password leads.
import { ChoosePassword } from "@/studio/account/choose-password";

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  return <ChoosePassword purpose="recovery" token={(await params).token.slice(0, 100)} />;
}

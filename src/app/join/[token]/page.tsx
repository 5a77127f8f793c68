// Where the link of an invitation leads.
import { ChoosePassword } from "@/studio/account/choose-password";

export default async function Page({ params }: { params: Promise<{ token: string }> }) {
  return <ChoosePassword purpose="invitation" token={(await params).token.slice(0, 100)} />;
}

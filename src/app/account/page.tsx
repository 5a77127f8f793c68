// One's own account.
import { AccountScreen } from "@/studio/account/account-screen";
import { signedInAccount } from "../session";

export default async function Page() {
  await signedInAccount("/account");
  return <AccountScreen />;
}

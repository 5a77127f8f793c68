// Sites.
import { SitesScreen } from "@/studio/sites/sites-screen";
import { signedInAccount } from "./session";

export default async function Page() {
  await signedInAccount("/");
  return <SitesScreen />;
}

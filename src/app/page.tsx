// Sites.
import { StreamProvider } from "@/studio/frame/stream";
import { SitesScreen } from "@/studio/sites/sites-screen";
import { signedInAccount } from "./session";

export default async function Page() {
  await signedInAccount("/");
  return (
    <StreamProvider site={null}>
      <SitesScreen />
    </StreamProvider>
  );
}

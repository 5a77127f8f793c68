// The composer with the home page.
import { HomeComposer } from "@/studio/composer/home-composer";

export default function Page() {
  return <HomeComposer />;
}

import { MediaScreen } from "@/studio/media/media-screen";

export default function Page() {
  return <MediaScreen />;
}

import { PublishScreen } from "@/studio/publish/publish-screen";

export default function Page() {
  return <PublishScreen />;
}

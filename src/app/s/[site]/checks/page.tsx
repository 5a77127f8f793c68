import { ChecksScreen } from "@/studio/check/checks-screen";

export default function Page() {
  return <ChecksScreen />;
}

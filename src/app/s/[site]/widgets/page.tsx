import { WidgetsScreen } from "@/studio/widget/widgets-screen";

export default function Page() {
  return <WidgetsScreen />;
}

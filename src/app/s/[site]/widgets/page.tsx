import { WidgetsScreen } from "@/studio/widgets/widgets-screen";

export default function Page() {
  return <WidgetsScreen />;
}

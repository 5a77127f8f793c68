import { DeskScreen } from "@/studio/desk/desk-screen";

export default function Page() {
  return <DeskScreen />;
}

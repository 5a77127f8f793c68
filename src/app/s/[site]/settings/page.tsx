import { SettingsScreen } from "@/studio/settings/settings-screen";

export default function Page() {
  return <SettingsScreen />;
}

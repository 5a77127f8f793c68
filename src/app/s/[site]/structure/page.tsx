import { StructureScreen } from "@/studio/structure/structure-screen";

export default function Page() {
  return <StructureScreen />;
}

import { BrandScreen } from "@/studio/brand/brand-screen";

export default function Page() {
  return <BrandScreen />;
}

// The workspace of one widget.
import { PopupScreen } from "@/studio/widgets/popup-screen";

export default async function Page({ params }: { params: Promise<{ widget: string }> }) {
  return <PopupScreen widget={(await params).widget} />;
}

// The workspace of one widget.
import { WidgetScreen } from "@/studio/widget/workspace";

export default async function Page({ params }: { params: Promise<{ widget: string }> }) {
  return <WidgetScreen widget={(await params).widget} />;
}

import { NotHere } from "@/studio/frame/not-here";

export default function NotFound() {
  return <NotHere />;
}

// A page with nothing on it but one widget, in the flow: for previews.
import type { PageNode } from "@/core/page/node";
import type { SiteWidget } from "./settings";

const node = (
  id: string,
  kind: PageNode["kind"],
  content: PageNode["content"],
  children?: readonly PageNode[],
): PageNode => ({ id, kind, content, look: { base: {} }, ...(children ? { children } : {}) });

export const pageWith = ({ id, name }: Pick<SiteWidget, "id" | "name">): PageNode =>
  node("page", "page", {}, [
    node("section", "section", { name }, [
      node("title", "heading", { text: name, level: 2 }),
      node("spot", "widget", { widget: id, as: "flow", text: name }),
    ]),
  ]);

// What is somebody's own, on a page that the designer composes.
import { askHtml } from "@/core/self-service/account";
import type { Part } from "./part";

export const accountPart: Part = {
  html: (_asked, { account, language }) => `<div class="s-own">${account || askHtml(language, {})}</div>`,
};

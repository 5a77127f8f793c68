// The list of what judges widgets: one line a kind.
import { bookingJudge } from "@/core/booking/judge";
import { chatJudge } from "@/core/chat/judge";
import { clipsJudge } from "@/core/clips/judge";
import { consentJudge } from "@/core/consent/judge";
import { formJudge } from "@/core/form/judge";
import { popupJudge } from "@/core/popup/judge";
import { shopJudge } from "@/core/shop/judge";
import { wholepageJudge } from "@/core/wholepage/judge";
import type { PartJudge, WidgetJudge } from "./judge";
import type { PartOf, WidgetKindName, WidgetParts } from "./settings";

export const widgetJudges: { readonly [K in WidgetKindName]: WidgetJudge<K> } = {
  popup: popupJudge,
  booking: bookingJudge,
  form: formJudge,
  clips: clipsJudge,
  consent: consentJudge,
  wholepage: wholepageJudge,
  shop: shopJudge,
  chat: chatJudge,
};

/** Settings of a kind, as a schema tells them apart by their kind. */
export const schemaOfKind = (kind: WidgetKindName) => widgetJudges[kind].schema;

/** What judges the parts of the site file, by the kinds that keep one. */
export const partJudges = (Object.keys(widgetJudges) as WidgetKindName[]).flatMap((name) => {
  const { part } = widgetJudges[name];
  return part
    ? [{ name: name as keyof WidgetParts, part: part as unknown as PartJudge<PartOf<keyof WidgetParts>> }]
    : [];
});

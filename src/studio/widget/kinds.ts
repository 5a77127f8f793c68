// The list of the studio's halves of widget kinds: one line a kind.
import { use } from "react";
import type { WidgetKindName } from "@/core/widget/settings";
import { bookingStudio } from "@/studio/booking/half";
import { chatStudio } from "@/studio/chat/half";
import { clipsStudio } from "@/studio/clips/half";
import { consentStudio } from "@/studio/consent/half";
import { formStudio } from "@/studio/form/half";
import { popupStudio } from "@/studio/popup/half";
import { shopStudio } from "@/studio/shop/half";
import { wholePageStudio } from "@/studio/wholepage/half";
import type { WidgetStudio, WidgetWorkspace } from "./half";

const widgetStudios: { readonly [K in WidgetKindName]: WidgetStudio<K> } = {
  popup: popupStudio,
  booking: bookingStudio,
  form: formStudio,
  clips: clipsStudio,
  consent: consentStudio,
  wholepage: wholePageStudio,
  shop: shopStudio,
  chat: chatStudio,
};

/** A kind's half, to be asked about its own widgets. */
export const studioOf = <K extends WidgetKindName>(kind: K): WidgetStudio<K> =>
  widgetStudios[kind] as unknown as WidgetStudio<K>;

const workspaces = new Map<WidgetKindName, Promise<WidgetWorkspace<WidgetKindName>>>();

/** A kind's workspace, loaded the first time it is asked for: the component waits for it, and one that failed is tried anew. */
export function useWorkspaceOf(kind: WidgetKindName): WidgetWorkspace<WidgetKindName> {
  let loaded = workspaces.get(kind);
  if (!loaded) {
    loaded = studioOf(kind).workspace();
    workspaces.set(kind, loaded);
    loaded.catch(() => workspaces.delete(kind));
  }
  return use(loaded);
}

/** What the Desk shows of the kinds. */
export const deskLists = (Object.keys(widgetStudios) as WidgetKindName[]).flatMap((key) => {
  const { desk } = widgetStudios[key];
  return desk ? [{ key, ...desk }] : [];
});

// What Media says of a picture, for places that say nothing of their own.
import { useSite } from "@/studio/frame/site-context";

/** Answers the description that holds for a picture; "" where there is none. */
export function useSaidOf(): (media: unknown) => string {
  const { media: all } = useSite();
  return (media) => all.find(({ hash }) => hash === media)?.alt ?? "";
}

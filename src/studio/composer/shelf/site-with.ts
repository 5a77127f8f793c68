// The site as it would be with a few widgets more, to look at.
import { useMemo } from "react";
import { type OpenSite, useSite } from "@/studio/frame/site-context";

export const useSiteWith = (more: OpenSite["widgets"]): OpenSite => {
  const site = useSite();
  return useMemo(() => (more.length ? { ...site, widgets: [...site.widgets, ...more] } : site), [site, more]);
};

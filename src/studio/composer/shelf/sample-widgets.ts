// Widgets that sections of the shelf show while the site has none of their kind: as a new one would begin, and stored nowhere.
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { shelf } from "@/core/page/shelf";
import { widgetFacts, widgetKindNames } from "@/core/widget/all-facts";
import { type OpenSite, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";

type SampleWidget = OpenSite["widgets"][number];

const shelfKinds = widgetKindNames.filter((kind) => shelf.some((entry) => entry.widget === kind));

/** Samples of the kinds that the site lacks; none until they are there, or while they are not `wanted`. */
export function useSampleWidgets(wanted = true): OpenSite["widgets"] {
  const { key, widgets } = useSite();
  const missing = shelfKinds.filter((kind) => !widgets.some((widget) => widget.kind === kind));
  const { data } = useQuery({
    queryKey: ["widgets-fresh", key, missing.join()],
    queryFn: () => ask("widgets.fresh", { site: key, kinds: missing }),
    enabled: wanted && missing.length > 0,
    staleTime: Number.POSITIVE_INFINITY,
  });
  return useMemo(
    () =>
      (data?.widgets ?? []).map(
        ({ kind, settings }) =>
          ({
            id: `sample-${kind}`,
            kind,
            name: widgetFacts[kind].label,
            enabled: true,
            revision: 0,
            settings,
          }) as SampleWidget,
      ),
    [data],
  );
}

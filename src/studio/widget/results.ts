// How a widget did, as the list of widgets and its own results ask for it.
import { ask } from "@/studio/kit/api";

export const resultsQuery = (site: string, widget: string, days: number) => ({
  queryKey: ["results", site, widget, days],
  queryFn: () => ask("widgets.results", { site, widget, days }),
});

// The rehearsed site's address for the chosen visitor.
import { useEffect, useState } from "react";
import { useSite } from "@/studio/frame/site-context";
import { ask, Refusal } from "@/studio/kit/api";
import { useChosenVisitor } from "./chosen";
import { visitorOf } from "./moment";
import { words as own } from "./words";

/** A rehearsal address for the chosen visitor; asked for again when the visitor changes. */
export function useRehearsal(): { base: string | null; error: string | null } {
  const site = useSite();
  const { chosen } = useChosenVisitor();
  const [answer, setAnswer] = useState<{ base: string | null; error: string | null }>({ base: null, error: null });
  // A widget that is saved is the same widget: a new address would draw the page anew with every edit.
  const widgets = site.widgets.map((widget) => widget.id).join(" ");
  const { zone } = site.settings;
  const { clockAheadMs } = site;
  useEffect(() => {
    let current = true;
    const known = widgets ? widgets.split(" ").map((id) => ({ id })) : [];
    ask("rehearse.open", { site: site.key, visitor: visitorOf(chosen, { zone, clockAheadMs }, known) }).then(
      ({ base }) => current && setAnswer({ base, error: null }),
      (error: unknown) =>
        current && setAnswer({ base: null, error: error instanceof Refusal ? error.message : own.notStarted }),
    );
    return () => {
      current = false;
    };
  }, [site.key, zone, clockAheadMs, widgets, chosen]);
  return answer;
}

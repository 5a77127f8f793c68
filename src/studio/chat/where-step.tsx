"use client";
// Where the chat stands: the button over pages that opens it, and the sites built elsewhere that may have it.
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Row } from "@/studio/kit/fields";
import { Lines } from "@/studio/kit/line-list";
import { Floats } from "@/studio/opening/floats";
import type { StepProps } from "@/studio/widget/half";
import { OtherSites } from "@/studio/widget/other-sites";
import { words as allWords } from "./words";

const words = allWords.where;

export function WhereStep({ id, settings, faults, change }: StepProps<"chat">) {
  const { key: site } = useSite();
  const { sites = [] } = settings;
  const wrong = Object.entries(faults).find(([path]) => path.startsWith("sites"))?.[1];
  return (
    <>
      <Floats
        floating={settings.floating}
        faults={faults}
        usualWords={words.floatsWords}
        note={words.floatsNote}
        onChange={(floating) => change({ floating })}
      />
      <OtherSites
        kind="chat"
        widget={id}
        link={settings.brief.name}
        note={words.private}
        allowed={sites}
        places={words.places}
        says={{
          shows: words.shows,
          reads: (origin, why) => (sites.includes(origin) ? words.unpublished(origin) : words.reads(origin, why)),
        }}
        ask={(origin) => ask("chat.tryElsewhere", { site, widget: id, origin })}
      >
        <Row label={words.sites} hint={words.sitesHint} error={wrong}>
          {(ids) => (
            <Lines {...ids} value={sites} onChange={(list) => change({ sites: list.length ? list : undefined })} />
          )}
        </Row>
      </OtherSites>
    </>
  );
}

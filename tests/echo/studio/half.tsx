"use client";
// The studio's half of the echo.
import { useQuery } from "@tanstack/react-query";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Row, TextInput } from "@/studio/kit/kit";
import { whenStep, whereStep } from "@/studio/opening/steps";
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { words } from "./words";

function Echoes() {
  const site = useSite();
  const { data } = useQuery({
    queryKey: ["echoes", site.key],
    queryFn: () => ask("desk.echoes", { site: site.key }),
  });
  return (
    <ul>
      {(data ?? []).map((echo) => (
        <li key={echo.id}>{echo.said}</li>
      ))}
    </ul>
  );
}

export const echoStudio: WidgetStudio<"echo"> = {
  steps: [
    {
      key: "text",
      title: words.text,
      of: ["text"],
      summary: ({ text }) => text,
      Panel: ({ settings, faults, change }) => (
        <Row label={words.text} error={faults.text}>
          {(ids) => <TextInput {...ids} value={settings.text} onChange={(text) => change({ text })} />}
        </Row>
      ),
    },
    whenStep,
    whereStep,
  ],
  series: [{ key: "said", name: words.said, main: true }],
  figures: ({ series }) => [[words.said, sum(series.said)]],
  states: { title: words.said, names: {} },
  inShort: ({ series }) => `${sum(series.said)}`,
  desk: { name: words.said, List: Echoes },
  removing: words.said,
};

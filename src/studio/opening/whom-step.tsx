"use client";
// For whom something opens: visits, widths, languages, countries, where they came from, dates.
import type { Conditions } from "@/core/opening/opening";
import { useSite } from "@/studio/frame/site-context";
import { DayTime } from "@/studio/kit/day-time";
import { Row, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { ListRow } from "./list-row";
import { faultAt, type OpeningStepProps } from "./step";
import { words as own } from "./words";

export function WhomStep({ settings: opening, faults, change }: OpeningStepProps) {
  const { zone } = useSite().settings;
  const { conditions } = opening;
  const set = (part: Partial<Conditions>) => change({ conditions: { ...conditions, ...part } });
  return (
    <>
      <Group title={own.visits}>
        <Segments
          label={own.visits}
          value={conditions.visits}
          onChange={(visits) => set({ visits })}
          options={[
            ["all", own.everyVisit],
            ["first", own.theFirst],
            ["later", own.fromSecond],
          ]}
        />
      </Group>
      <Group title={own.widths} aside={conditions.devices.length ? undefined : own.all}>
        {(["wide", "tablet", "phone"] as const).map((device) => (
          <Tick
            key={device}
            label={own.deviceWidths[device]}
            checked={conditions.devices.includes(device)}
            onChange={(on) =>
              set({
                devices: on ? [...conditions.devices, device] : conditions.devices.filter((one) => one !== device),
              })
            }
          />
        ))}
      </Group>
      <Group title={own.whoFromWhere}>
        <ListRow
          label={own.languages}
          values={conditions.languages}
          error={faultAt(faults, "languages")}
          hint={own.suchAsEnDe}
          onChange={(languages) => set({ languages })}
        />
        <ListRow
          label={own.countries}
          values={conditions.countries}
          error={faultAt(faults, "countries")}
          hint={own.twoCapitalLettersSuch}
          onChange={(countries) => set({ countries })}
        />
        <ListRow
          label={own.cameFrom}
          values={conditions.cameFrom}
          error={faultAt(faults, "cameFrom")}
          hint={own.hostNamesSuchAs}
          onChange={(cameFrom) => set({ cameFrom })}
        />
      </Group>
      <Group title={own.dates} aside={zone}>
        {(["from", "to"] as const).map((edge) => (
          <Row
            key={edge}
            label={edge === "from" ? own.from : own.to}
            error={faultAt(faults, edge) ?? (edge === "to" ? faults.conditions : undefined)}
          >
            {(ids) => (
              <DayTime
                {...ids}
                timeOfDay={edge === "from" ? "00:00" : "23:59"}
                value={conditions[edge]}
                onChange={(time) => set({ [edge]: time })}
              />
            )}
          </Row>
        ))}
      </Group>
    </>
  );
}

"use client";
// What came of asking, by region, shown with those who gave no answer; and the way to every choice.
import { Table, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { regionKeys } from "@/core/consent/rules";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { later } from "@/studio/kit/later";
import { Group, Loading } from "@/studio/kit/layout";
import { TableRoot } from "@/studio/kit/table";
import type { StepProps } from "@/studio/widget/half";
import type { RegionChoices } from "./records-chart";
import { words as own } from "./words";

const days = 28;

/** The chart is only loaded by whoever looks at one. */
const RecordsChart = later(
  () => import("./records-chart").then((module) => module.RecordsChart),
  <Loading what={own.records} />,
);

export function RecordsStep({ id }: StepProps<"consent">) {
  const { key } = useSite();
  const { data } = useQuery({
    queryKey: ["consent-results", key, id],
    queryFn: () => ask("consent.results", { site: key, widget: id, days }),
  });
  if (!data) return <Loading what={own.records} />;
  const rows = regionKeys.flatMap((region): readonly RegionChoices[] => {
    const mine = data.rows.filter((row) => row.region === region);
    const sum = (what: "shown" | "accepted" | "refused" | "some") => mine.reduce((all, row) => all + row[what], 0);
    const [shown, accepted, refused, some] = [sum("shown"), sum("accepted"), sum("refused"), sum("some")];
    if (!shown && !accepted && !refused && !some) return [];
    // A choice may come without having been asked: by a press on what needs it.
    return [
      {
        region: own.regions[region],
        shown,
        accepted,
        refused,
        some,
        open: Math.max(0, shown - accepted - refused - some),
      },
    ];
  });
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.recordsLead}
      </Text>
      {rows.length ? (
        <Group title={own.byRegion}>
          <RecordsChart rows={rows} />
          <TableRoot>
            <Table.Header>
              <Table.Row>
                {[own.region, own.shownCount, own.all, own.noneGiven, own.some, own.unanswered].map((head) => (
                  <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
                ))}
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {rows.map((row) => (
                <Table.Row key={row.region}>
                  <Table.Cell>{row.region}</Table.Cell>
                  {[row.shown, row.accepted, row.refused, row.some, row.open].map((value, at) => (
                    <Table.Cell key={at}>{value}</Table.Cell>
                  ))}
                </Table.Row>
              ))}
            </Table.Body>
          </TableRoot>
        </Group>
      ) : (
        <Text color="ink2">{own.noRecords}</Text>
      )}
      <PlainButton asChild mt="10px">
        <a href={`/api/sites/${key}/consents.csv`}>
          <Download size={14} /> {own.asCsv}
        </a>
      </PlainButton>
    </>
  );
}

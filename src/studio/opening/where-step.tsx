"use client";
// On which pages something may open.
import { Box, Flex, Text } from "@chakra-ui/react";
import Link from "next/link";
import type { Conditions } from "@/core/opening/opening";
import { pageReason } from "@/core/opening/rule";
import { pagePath } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
import { PlainButton } from "@/studio/kit/buttons";
import { Group, State } from "@/studio/kit/layout";
import { ListRow } from "./list-row";
import { PageTicks } from "./page-ticks";
import { faultAt, type OpeningStepProps } from "./step";
import { words as own } from "./words";

export function WhereStep({ settings: opening, faults, change }: OpeningStepProps) {
  const site = useSite();
  const { conditions } = opening;
  const set = (part: Partial<Conditions>) => change({ conditions: { ...conditions, ...part } });
  return (
    <>
      <PageTicks pages={conditions} onChange={(pages) => set(pages)} />
      <details style={{ marginTop: 10 }}>
        <summary style={{ cursor: "pointer", minHeight: 24 }}>{own.patterns}</summary>
        <Box mt="6px">
          {(["include", "exclude"] as const).map((list) => (
            <ListRow
              key={list}
              label={list === "include" ? own.onlyOn : own.neverOn}
              values={conditions[list]}
              error={faultAt(faults, list)}
              hint={own.patternsHint}
              onChange={(values) => set({ [list]: values })}
            />
          ))}
        </Box>
      </details>
      <Group
        title={own.pagesMayOpen}
        aside={own.of(site.pages.filter((page) => !pageReason(conditions, pagePath(page))).length, site.pages.length)}
      >
        {site.pages.map((page) => {
          const reason = pageReason(conditions, pagePath(page));
          return (
            <Flex key={page.id} justify="space-between" py="3px" borderBottomWidth="1px" borderColor="line">
              <Text color={reason ? "ink2" : "ink"}>{page.title}</Text>
              {reason ? <Text color="ink2">{own.notHere}</Text> : <State tone="moss">{own.mayOpen}</State>}
            </Flex>
          );
        })}
      </Group>
      <Group title={own.behindButtonOrLink}>
        <Text mb="8px">{own.pageAddBlockKind}</Text>
        <Link href={`/s/${site.key}/pages`}>
          <PlainButton as="span">{own.toThePages}</PlainButton>
        </Link>
      </Group>
    </>
  );
}

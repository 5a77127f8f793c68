"use client";
// Headers and footers: where each stands by which rules, which rules never count, and which pages have none.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useSearchParams } from "next/navigation";
import { useState } from "react";
import { type HeaderOrFooter, headerFooterKinds } from "@/core/page/header-footer/standing";
import type { Gives } from "@/server/operations";
import { ruleWords } from "@/studio/composer/header-footer/words";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { TextRow, useAsked } from "@/studio/kit/form";
import { FormWindow } from "@/studio/kit/form-window";
import { Loading, RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { HeaderFooterCard } from "./header-footer-card";
import { useHeadersFooters, useStructureChanged } from "./pages-part";
import { words } from "./words";

type HeadersFooters = Gives<"headersFooters.list">;
type HeaderFooter = HeadersFooters["all"][number];

/** So many pages without one are named; the others are counted. */
const mostNamed = 6;

export function HeadersFootersPart() {
  const site = useSite();
  const { data, error } = useHeadersFooters();
  const changed = useStructureChanged();
  const { refusal, attempt } = useCommand();
  const [making, setMaking] = useState<HeaderOrFooter | null>(null);
  const [gone, setGone] = useState<HeaderFooter | null>(null);
  const open = useSearchParams().get("open");
  if (!data) return error ? <State tone="brick">{error.message}</State> : <Loading what={words.loading} />;
  const command = (work: () => Promise<unknown>) =>
    attempt(async () => {
      await work();
      await changed();
    });
  return (
    <Box maxW="1040px">
      <Text color="ink2" mb="12px">
        {words.wins}
      </Text>
      <Warnings data={data} />
      <RefusalNote refusal={refusal} />
      {gone ? (
        <Flex align="center" gap="10px" mb="8px" role="status">
          <Text>{words.headerFooterRemoved(gone.name)}</Text>
          <QuietButton
            onClick={() =>
              command(async () => {
                await ask("headersFooters.restore", { site: site.key, headerFooter: gone.id });
                setGone(null);
              })
            }
          >
            {words.takeBack}
          </QuietButton>
        </Flex>
      ) : null}
      {headerFooterKinds.map((of) => {
        const list = data.all.filter((one) => one.of === of);
        return (
          <Box as="section" key={of} mb="22px">
            <Flex justify="space-between" align="center" mb="8px">
              <Text as="h2" fontWeight="700" fontSize="title" fontFamily="heading">
                {words.headerFooterKinds[of]}
              </Text>
              {site.mayLayout ? (
                <PlainButton onClick={() => setMaking(of)}>
                  <Plus size={14} /> {words.newHeaderFooter[of]}
                </PlainButton>
              ) : null}
            </Flex>
            {list.map((one, index) => (
              <HeaderFooterCard
                key={one.id}
                headerFooter={one}
                groups={data.groups}
                open={one.id === open}
                first={index <= 1}
                last={index === list.length - 1}
                command={command}
                onRemoved={() => setGone(one)}
              />
            ))}
          </Box>
        );
      })}
      {making ? <NewHeaderFooter of={making} data={data} onClose={() => setMaking(null)} /> : null}
    </Box>
  );
}

/** Rules that never count, and pages with none. */
function Warnings({ data }: { data: HeadersFooters }) {
  const site = useSite();
  const nameOf = (id: string) => data.all.find((one) => one.id === id)?.name ?? "";
  const bare = headerFooterKinds.flatMap((of) => {
    const titles = data.at
      .filter((one) => one[of] === null)
      .map(({ page }) => site.pages.find(({ id }) => id === page)?.title ?? "");
    return titles.length ? [{ of, titles }] : [];
  });
  // One whose rules never count is told by those.
  const nowhere = data.all.filter(({ id, pages }) => pages === 0 && !data.idle.some((one) => one.of === id));
  return (
    <Box bg="sheet" borderWidth="1px" borderColor="line" p="12px 14px" mb="16px">
      {bare.length || data.idle.length || nowhere.length ? (
        <Box as="ul" listStyleType="none" display="grid" gap="4px">
          {bare.map(({ of, titles }) => (
            <li key={of}>
              <State tone="amber">
                {words.bare(of, titles.slice(0, mostNamed), Math.max(0, titles.length - mostNamed))}
              </State>
            </li>
          ))}
          {nowhere.map(({ id, name }) => (
            <li key={id}>
              <State tone="amber">{words.onNoPage(name)}</State>
            </li>
          ))}
          {data.idle.map((one) => (
            <li key={`${one.of}${one.side}${JSON.stringify(one.rule)}`}>
              <State tone="amber">
                {nameOf(one.of)}:{" "}
                {words.idle(
                  ruleWords(one.rule, site),
                  one.why,
                  one.why.code === "beaten" ? one.why.by.map(nameOf) : [],
                )}
              </State>
            </li>
          ))}
        </Box>
      ) : (
        <State tone="moss">{words.allHave}</State>
      )}
    </Box>
  );
}

function NewHeaderFooter({ of, data, onClose }: { of: HeaderOrFooter; data: HeadersFooters; onClose: () => void }) {
  const site = useSite();
  const changed = useStructureChanged();
  const form = useAsked({ name: "", like: of as string }, async ({ name, like }) => {
    await ask("headersFooters.add", { site: site.key, of, name, like: like || null });
    await changed();
    onClose();
  });
  return (
    <FormWindow of={form} title={words.newHeaderFooter[of]} onClose={onClose} send={words.addHeaderFooter}>
      <TextRow of={form} field="name" label={words.headerFooterName} />
      <Row label={words.like} error={form.at("like")}>
        {(ids) => (
          <Choice
            {...ids}
            value={form.values.like}
            onChange={(like) => form.set({ like })}
            options={[
              ["", words.likeNone],
              ...data.all.filter((one) => one.of === of).map(({ id, name }) => [id, name] as const),
            ]}
          />
        )}
      </Row>
    </FormWindow>
  );
}

"use client";
import { Box, Flex, RadioCard, Text } from "@chakra-ui/react";
import { useQueries, useQuery } from "@tanstack/react-query";
import { Plus, Trash2 } from "lucide-react";
import Link from "next/link";
import { useRouter, useSearchParams } from "next/navigation";
import { useState } from "react";
import { factsOf, widgetFacts, widgetKindNames } from "@/core/widget/all-facts";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, MainButton, PlainButton } from "@/studio/kit/buttons";
import { Cards } from "@/studio/kit/cards";
import { Drawn } from "@/studio/kit/drawn";
import { TextRow, useAsked } from "@/studio/kit/form";
// Widgets: the list of every kind with state and results, and starting a new one.
import { FormWindow } from "@/studio/kit/form-window";
import { RefusalNote, State, Title } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { paymentsQuery } from "@/studio/payment/query";
import { words as payWords } from "@/studio/payment/words";
import { studioOf } from "./kinds";
import { resultsQuery } from "./results";
import { words } from "./words";

export function WidgetsScreen() {
  const site = useSite();
  const wanted = useSearchParams().get("new");
  const [adding, setAdding] = useState(wanted !== null);
  const [removing, setRemoving] = useState<SiteWidget | null>(null);
  const results = useQueries({ queries: site.widgets.map((widget) => resultsQuery(site.key, widget.id, 28)) });
  return (
    <Box as="main" p="28px" maxW="1000px" w="100%" mx="auto" overflowY="auto">
      <Flex justify="space-between" align="flex-end" mb="16px">
        <Box>
          <Title>{words.widgets}</Title>
          <Text color="ink2">{words.workingPartsTheyFollow(site.name)}</Text>
        </Box>
        <MainButton onClick={() => setAdding(true)}>
          <Plus size={14} /> {words.newWidget}
        </MainButton>
      </Flex>
      {site.widgets.length === 0 ? (
        <Box bg="sheet" borderWidth="1px" borderColor="line" p="24px">
          {words.hereStandWidgets}
        </Box>
      ) : null}
      {site.widgets.map((widget, index) => {
        const kind = factsOf(widget as { kind: WidgetKindName });
        const data = results[index]?.data;
        return (
          <Flex
            key={widget.id}
            bg="sheet"
            borderWidth="1px"
            borderColor="line"
            mb="10px"
            p="14px"
            align="center"
            gap="20px"
          >
            <Box flex="1" minW="0">
              <Link href={`/s/${site.key}/widgets/${widget.id}`}>
                <Title level={2}>{widget.name}</Title>
              </Link>
              <Text color="ink2">{words.kindAndNote(kind.label, kind.note(widget.settings as never))}</Text>
            </Box>
            {widget.settings.enabled ? <State tone="moss">{words.on}</State> : <State tone="amber">{words.off}</State>}
            <Text w="190px" textAlign="end">
              {data ? studioOf(widget.kind as WidgetKindName).inShort(data) : words.counting}
              <Text as="span" display="block" color="ink2" fontSize="small">
                {words.n28Days}
              </Text>
            </Text>
            <Link href={`/s/${site.key}/widgets/${widget.id}`}>
              <PlainButton as="span">{words.open}</PlainButton>
            </Link>
            <IconButton name={words.removeWidget(widget.name)} onClick={() => setRemoving(widget)}>
              <Trash2 size={15} />
            </IconButton>
          </Flex>
        );
      })}
      <PaymentsLink />
      {adding ? (
        <NewWidget
          first={widgetKindNames.find((kind) => kind === wanted) ?? (widgetKindNames[0] as WidgetKindName)}
          onClose={() => setAdding(false)}
        />
      ) : null}
      <RemoveWidget widget={removing} onClose={() => setRemoving(null)} />
    </Box>
  );
}

/** How the site is paid: its shop and its bookings share that. */
function PaymentsLink() {
  const { key } = useSite();
  const { data } = useQuery(paymentsQuery(key));
  return (
    <Flex borderWidth="1px" borderColor="line" borderStyle="dashed" mt="18px" p="14px" align="center" gap="20px">
      <Box flex="1" minW="0">
        <Link href={`/s/${key}/payments`}>
          <Title level={2}>{payWords.link}</Title>
        </Link>
        <Text color="ink2">{payWords.linkNote}</Text>
      </Box>
      <Text color="ink2">{data ? payWords.summary(data.ways.filter(({ on }) => on).length) : words.counting}</Text>
      <Link href={`/s/${key}/payments`} aria-label={`${payWords.open}: ${payWords.link}`}>
        <PlainButton as="span">{payWords.open}</PlainButton>
      </Link>
    </Flex>
  );
}

/** Which kind, with a sentence and a drawing each, and what it is called. */
function NewWidget({ first, onClose }: { first: WidgetKindName; onClose: () => void }) {
  const site = useSite();
  const refresh = useRefresh();
  const router = useRouter();
  const form = useAsked({ kind: first, name: "" }, async ({ kind, name }) => {
    const { id } = await ask("widgets.add", { site: site.key, kind, name });
    await refresh();
    router.push(`/s/${site.key}/widgets/${id}`);
  });
  const { kind } = form.values;
  return (
    <FormWindow of={form} title={words.newWidget} onClose={onClose} wide send={words.make(widgetFacts[kind].label)}>
      <Cards
        aria-label={words.kinds}
        value={kind}
        onValueChange={({ value }) => value && form.set({ kind: value as WidgetKindName })}
        mb="14px"
      >
        <Flex gap="10px" wrap="wrap">
          {widgetKindNames.map((one) => (
            <RadioCard.Item
              key={one}
              value={one}
              flex="1 1 300px"
              bg="white"
              borderColor="line"
              borderRadius="field"
              cursor="pointer"
              _checked={{ borderColor: "mark", boxShadow: "0 0 0 1px var(--chakra-colors-mark)" }}
            >
              <RadioCard.ItemHiddenInput />
              <RadioCard.ItemControl p="12px" gap="14px" alignItems="flex-start">
                <Drawn shapes={widgetFacts[one].drawing} scale={2} />
                <RadioCard.ItemContent gap="2px">
                  <RadioCard.ItemText fontWeight="700" fontSize="ui">
                    {widgetFacts[one].label}
                  </RadioCard.ItemText>
                  <RadioCard.ItemDescription color="ink2" fontSize="ui" opacity="1">
                    {widgetFacts[one].sentence}
                  </RadioCard.ItemDescription>
                </RadioCard.ItemContent>
              </RadioCard.ItemControl>
            </RadioCard.Item>
          ))}
        </Flex>
      </Cards>
      <TextRow of={form} field="name" label={words.name} hint={words.youVisitorsDoNot} />
    </FormWindow>
  );
}

function RemoveWidget({ widget, onClose }: { widget: SiteWidget | null; onClose: () => void }) {
  const site = useSite();
  const refresh = useRefresh();
  const { refusal, busy, attempt } = useCommand();
  return (
    <Window
      title={words.removeTitle(widget?.name ?? "")}
      open={widget !== null}
      onClose={onClose}
      foot={
        <MainButton
          bg="brick"
          loading={busy}
          onClick={() =>
            attempt(async () => {
              await ask("widgets.remove", { site: site.key, widget: widget?.id ?? "" });
              await refresh();
              onClose();
            })
          }
        >
          {words.removeIt}
        </MainButton>
      }
    >
      {widget ? studioOf(widget.kind as WidgetKindName).removing : null}
      <RefusalNote refusal={refusal} />
    </Window>
  );
}

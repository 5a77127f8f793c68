"use client";
// Widgets: the list with state and results.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueries } from "@tanstack/react-query";
import { Plus, Trash2 } from "lucide-react";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { popupDesigns } from "@/core/popup/popup";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import {
  IconButton,
  MainButton,
  PlainButton,
  RefusalNote,
  Row,
  State,
  TextInput,
  Title,
  useRefusal,
  Window,
} from "@/studio/kit/kit";
import { words } from "./words";

const card = {
  bg: "sheet",
  borderWidth: "1px",
  borderColor: "line",
  mb: "10px",
  p: "14px",
  align: "center",
  gap: "20px",
} as const;

export function WidgetsScreen() {
  const site = useSite();
  const refresh = useRefresh();
  const router = useRouter();
  const [naming, setNaming] = useState<string | null>(null);
  const [removing, setRemoving] = useState<{ id: string; name: string } | null>(null);
  const { refusal, attempt } = useRefusal();
  const results = useQueries({
    queries: site.widgets.map((widget) => ({
      queryKey: ["results", site.key, widget.id, 28],
      queryFn: () => ask("widgets.results", { site: site.key, widget: widget.id, days: 28 }),
    })),
  });
  const add = () =>
    attempt(async () => {
      const { id } = await ask("widgets.add", { site: site.key, name: naming ?? "" });
      await refresh();
      router.push(`/s/${site.key}/widgets/${id}`);
    });
  return (
    <Box as="main" p="28px" maxW="1000px" w="100%" mx="auto" overflowY="auto">
      <Flex justify="space-between" align="flex-end" mb="16px">
        <Box>
          <Title>{words.widgets}</Title>
          <Text color="ink2">{words.workingPartsTheyFollow(site.name)}</Text>
        </Box>
        <MainButton onClick={() => setNaming("")}>
          <Plus size={14} /> {words.newSignupPopup}
        </MainButton>
      </Flex>
      {site.widgets.length === 0 ? (
        <Box bg="sheet" borderWidth="1px" borderColor="line" p="24px">
          {words.hereStandSignupPopups}
        </Box>
      ) : null}
      {site.widgets.map((widget, index) => {
        const days = results[index]?.data?.days;
        const sum = (what: "shown" | "signedUp") => (days ?? []).reduce((all, day) => all + day[what], 0);
        return (
          <Flex key={widget.id} {...card}>
            <Box flex="1" minW="0">
              <Link href={`/s/${site.key}/widgets/${widget.id}`}>
                <Title level={2}>{widget.name}</Title>
              </Link>
              <Text color="ink2">{words.signupPopup(popupDesigns[widget.settings.design].name)}</Text>
            </Box>
            {widget.settings.enabled ? <State tone="moss">{words.on}</State> : <State tone="amber">{words.off}</State>}
            <Text w="190px" textAlign="end">
              {days ? words.shownSignedUp(sum("shown"), sum("signedUp")) : words.counting}
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
      {site.calendars.map((calendar) => (
        <Flex key={calendar.id} {...card}>
          <Box flex="1" minW="0">
            <Title level={2}>{calendar.name}</Title>
            <Text color="ink2">{words.bookingServicesSetUp(calendar.settings.services.length)}</Text>
          </Box>
          {calendar.settings.enabled ? <State tone="moss">{words.on}</State> : <State tone="amber">{words.off}</State>}
          <Text w="190px" textAlign="end">
            {words.booked(calendar.booked)}
            <Text as="span" display="block" color="ink2" fontSize="small">
              {words.next28Days}
            </Text>
          </Text>
          <Box w="105px" />
        </Flex>
      ))}
      <Window
        title={words.newSignupPopup}
        open={naming !== null}
        onClose={() => setNaming(null)}
        foot={<MainButton onClick={add}>{words.makePopup}</MainButton>}
      >
        <form
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <Row label={words.name} error={refusal?.at("name")} hint={words.youVisitorsDoNot}>
            {(ids) => <TextInput {...ids} value={naming ?? ""} onChange={setNaming} />}
          </Row>
          <RefusalNote refusal={refusal} shownAt={["name"]} />
        </form>
      </Window>
      <Window
        title={words.removeTitle(removing?.name ?? "")}
        open={removing !== null}
        onClose={() => setRemoving(null)}
        foot={
          <MainButton
            bg="brick"
            onClick={() =>
              attempt(async () => {
                await ask("widgets.remove", { site: site.key, widget: removing?.id ?? "" });
                await refresh();
                setRemoving(null);
              })
            }
          >
            {words.removePopup}
          </MainButton>
        }
      >
        {words.itsSignupsStayDesk}
      </Window>
    </Box>
  );
}

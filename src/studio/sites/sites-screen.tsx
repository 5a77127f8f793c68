"use client";
// Sites: every site of the studio as a card with a small true picture of its home page.
import { Box, Flex, Grid, Image, Text } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { EllipsisVertical, Plus, Upload } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import type { Gives } from "@/server/operations";
import { StudioBar, useMe } from "@/studio/frame/studio-bar";
import { ask, Refusal, upload } from "@/studio/kit/api";
import { IconButton, MainButton } from "@/studio/kit/buttons";
import { FileButton } from "@/studio/kit/file-button";
import { TextRow, useAsked } from "@/studio/kit/form";
import { FormWindow } from "@/studio/kit/form-window";
import { State, Title } from "@/studio/kit/layout";
import { MenuButton } from "@/studio/kit/menu-button";
import { RoomLine } from "@/studio/kit/room";
import { NewSite } from "./new-site";
import { words } from "./words";

type Card = Gives<"sites.list">[number];

/** The home page as it stands, small: a picture that is made once for each state of it. */
const HomePicture = ({ card }: { card: Card }) => (
  <Box h="190px" overflow="hidden" bg="white" borderBottomWidth="1px" borderColor="line">
    <Image src={card.picture} alt={words.homePage(card.name)} width="382px" height="191px" loading="lazy" />
  </Box>
);

function SiteCard({
  card,
  mayChange,
  onCopy,
  onRemove,
}: {
  card: Card;
  mayChange: boolean;
  onCopy: () => void;
  onRemove: () => void;
}) {
  return (
    <Box
      as="article"
      bg="sheet"
      borderWidth="1px"
      borderColor="line"
      boxShadow="page"
      w="384px"
      maxW="100%"
      overflow="hidden"
    >
      <Link href={`/s/${card.key}/pages`} tabIndex={-1} aria-hidden="true">
        <HomePicture card={card} />
      </Link>
      <Box p="14px">
        <Flex justify="space-between" align="flex-start">
          <Box>
            <Link href={`/s/${card.key}/pages`}>
              <Title level={2}>{card.name}</Title>
            </Link>
            <Text color="ink2" fontSize="small">
              {card.address.replace(/^https?:\/\//, "")}
            </Text>
          </Box>
          <MenuButton
            button={
              <IconButton name={words.moreFor(card.name)}>
                <EllipsisVertical size={16} />
              </IconButton>
            }
            groups={[
              [
                { value: "live", words: words.openLiveSite, onSelect: () => void open(card.address, "_blank") },
                ...(mayChange
                  ? [
                      {
                        value: "settings",
                        words: words.siteSettings,
                        onSelect: () => location.assign(`/s/${card.key}/settings`),
                      },
                      { value: "copy", words: words.copySite, onSelect: onCopy },
                      {
                        value: "file",
                        words: words.downloadSiteFile,
                        onSelect: () => location.assign(`/api/sites/${card.key}/export`),
                      },
                      { value: "remove", words: words.removeSite, warns: true, onSelect: onRemove },
                    ]
                  : []),
              ],
            ]}
          />
        </Flex>
        <Flex mt="10px" gap="14px" wrap="wrap">
          {card.live ? (
            <State tone="moss">{words.liveRelease(card.live.number)}</State>
          ) : (
            <State tone="amber">{words.notPublishedYet}</State>
          )}
          {card.changes && card.live ? <State tone="amber">{words.changesWait(card.changes)}</State> : null}
          {card.findings ? <State tone="amber">{words.findings(card.findings)}</State> : null}
          <Text color="ink2">{words.thisWeek(card.signupsThisWeek)}</Text>
        </Flex>
      </Box>
    </Box>
  );
}

/** Where the sites will stand, while they are asked for. */
const Skeletons = () => (
  <Grid templateColumns="repeat(auto-fill, minmax(min(384px, 100%), 384px))" gap="24px" role="status" aria-busy="true">
    <Text srOnly>{words.theSites}</Text>
    {[0, 1, 2].map((at) => (
      <Box key={at} bg="sheet" borderWidth="1px" borderColor="line" aria-hidden="true">
        <Box h="216px" bg="wash" />
        <Box p="16px">
          <Box h="16px" w="60%" bg="wash" mb="10px" />
          <Box h="12px" w="85%" bg="wash" />
        </Box>
      </Box>
    ))}
  </Grid>
);

/** What is new on the Desks of all sites, in one list. */
function NewAnywhere({ cards }: { cards: readonly Card[] }) {
  const waiting = cards.flatMap((card) => card.waiting.map((one) => ({ ...one, card })));
  if (!waiting.length) return null;
  return (
    <Box as="section" aria-label={words.newAnywhere} bg="sheet" borderWidth="1px" borderColor="line" mb="24px">
      <Text as="h2" fontWeight="700" px="14px" pt="11px" pb="8px">
        {words.newAnywhere}
      </Text>
      <Box as="ul" listStyleType="none">
        {waiting.map(({ card, kind, all }) => (
          <Flex
            as="li"
            key={`${card.key} ${kind}`}
            gap="14px"
            align="center"
            px="14px"
            minH="40px"
            borderTopWidth="1px"
            borderColor="line"
            wrap="wrap"
          >
            <Text fontWeight="650" minW="180px">
              {card.name}
            </Text>
            <Text flex="1">{words.waits(kind, all)}</Text>
            <Link href={`/s/${card.key}/desk?part=${kind}`} style={{ textDecoration: "underline" }}>
              {words.toDesk(card.name)}
            </Link>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}

/** A site that came from a file or a copy. */
type Brought = Gives<"sites.copy">;

export function SitesScreen() {
  const client = useQueryClient();
  const { data, error } = useQuery({ queryKey: ["sites"], queryFn: () => ask("sites.list", {}) });
  const me = useMe();
  const [making, setMaking] = useState(false);
  const [removing, setRemoving] = useState<Card | null>(null);
  const [copying, setCopying] = useState<Card | null>(null);
  /** A site file whose key is taken, waiting for another. */
  const [taken, setTaken] = useState<File | null>(null);
  const refresh = () =>
    Promise.all([client.invalidateQueries({ queryKey: ["sites"] }), client.invalidateQueries({ queryKey: ["room"] })]);
  const mayMake = me.data && me.data.role !== "editor";
  /** Widgets that came switched off with a file or a copy: whoever brought them may not have them on. */
  const [held, setHeld] = useState<readonly string[]>([]);
  const came = async (brought: Promise<Brought>) => setHeld((await brought).held);
  const bringing = useMutation({
    mutationFn: async (chosen: File) => {
      await came(upload<Brought>("/api/sites/import", chosen));
      await refresh();
    },
    onError: (refused, chosen) => {
      if (refused instanceof Refusal && refused.code === "keyTaken") setTaken(chosen);
    },
  });
  const imported = bringing.error instanceof Refusal && bringing.error.code !== "keyTaken" ? bringing.error : null;
  return (
    <Flex minH="100vh" direction="column">
      <StudioBar />
      <Box as="main" p="32px" maxW="1280px" w="100%" mx="auto">
        <SitesHead data={data} me={me} mayMake={mayMake} bringing={bringing} setMaking={setMaking} />
        {imported ? <CameIn imported={imported} /> : null}
        {held.length ? (
          <Box role="status" bg="sheet" borderWidth="1px" borderColor="amber" p="12px" mb="18px">
            <State tone="amber">{words.cameSwitchedOff(held)}</State>
          </Box>
        ) : null}
        {error ? <State tone="brick">{error.message}</State> : null}
        {!data && !error ? <Skeletons /> : null}
        {data ? <NewAnywhere cards={data} /> : null}
        {data?.length === 0 ? <Text>{words.hereStandSitesYour}</Text> : null}
        <Grid templateColumns="repeat(auto-fill, minmax(min(384px, 100%), 384px))" gap="24px">
          {data?.map((card) => (
            <SiteCard
              key={card.key}
              card={card}
              mayChange={Boolean(mayMake)}
              onCopy={() => setCopying(card)}
              onRemove={() => setRemoving(card)}
            />
          ))}
        </Grid>
        {mayMake ? <RoomLine /> : null}
      </Box>
      {making ? <NewSite mailFrom={me.data?.account.email ?? ""} onClose={() => setMaking(false)} /> : null}
      {copying ? (
        <KeyWindow
          title={words.copy(copying.name)}
          text={words.pagesPicturesWidgetsWhat}
          command={words.makeCopy}
          first={{ name: `${copying.name} (copy)`, key: `${copying.key}-copy`.slice(0, 40) }}
          perform={({ key, name }) => came(ask("sites.copy", { site: copying.key, key, name }))}
          onDone={refresh}
          onClose={() => setCopying(null)}
        />
      ) : null}
      {taken ? (
        <KeyWindow
          title={words.keyTaken}
          text={words.siteWithKeyFile}
          command={words.importUnderKey}
          first={{ name: null, key: "" }}
          perform={({ key }) => came(upload<Brought>(`/api/sites/import?key=${encodeURIComponent(key)}`, taken))}
          onDone={refresh}
          onClose={() => setTaken(null)}
        />
      ) : null}
      {removing ? <RemoveSite card={removing} onClose={() => setRemoving(null)} onRemoved={refresh} /> : null}
    </Flex>
  );
}

/** What came in with a site file. */
const CameIn = ({ imported }: { imported: Refusal }) => (
  <Box bg="sheet" borderWidth="1px" borderColor="brick" p="12px" mb="18px">
    <State tone="brick">{words.siteFileWasNot}</State>
    <Box as="ul" listStyleType="none" mt="6px">
      {(imported.fields.length ? imported.fields : [{ path: "", message: imported.message }])
        .slice(0, 8)
        .map((field) => (
          <li key={field.path + field.message}>
            <b>{field.path}</b> {field.message}
          </li>
        ))}
    </Box>
  </Box>
);

/** The studio, and the ways to a new site. */
const SitesHead = ({
  data,
  me,
  mayMake,
  bringing,
  setMaking,
}: {
  data: Gives<"sites.list"> | undefined;
  me: ReturnType<typeof useMe>;
  mayMake: boolean | undefined;
  bringing: { isPending: boolean; mutate(file: File): void };
  setMaking: (next: boolean) => void;
}) => (
  <Flex justify="space-between" align="flex-end" mb="22px" wrap="wrap" gap="12px">
    <Box>
      <Title>{words.sites}</Title>
      <Text color="ink2" mt="2px">
        {data ? words.lookedAfter(data.length, me.data?.studio ?? words.theStudio) : ""}
      </Text>
    </Box>
    {mayMake ? (
      <Flex gap="8px">
        <FileButton
          label={words.siteFile}
          accept=".zip"
          loading={bringing.isPending}
          loadingText={words.readingSiteFile}
          onFile={(chosen) => bringing.mutate(chosen)}
        >
          <Upload size={14} /> {words.fromSiteFile}
        </FileButton>
        <MainButton onClick={() => setMaking(true)}>
          <Plus size={14} /> {words.newSite}
        </MainButton>
      </Flex>
    ) : null}
  </Flex>
);

/** Asks for the key (and the name) of a site that comes to be from another one. */
function KeyWindow({
  title,
  text,
  command,
  first,
  perform,
  onDone,
  onClose,
}: {
  title: string;
  text: string;
  command: string;
  first: { readonly name: string | null; readonly key: string };
  perform: (given: { key: string; name: string }) => Promise<void>;
  onDone: () => Promise<unknown>;
  onClose: () => void;
}) {
  const form = useAsked({ name: first.name ?? "", key: first.key }, async (given) => {
    await perform(given);
    await onDone();
    onClose();
  });
  return (
    <FormWindow of={form} title={title} onClose={onClose} send={command}>
      <Text mb="12px">{text}</Text>
      {first.name === null ? null : <TextRow of={form} field="name" label={words.name} />}
      <TextRow of={form} field="key" label={words.key} hint={words.firstOfAddress} />
    </FormWindow>
  );
}

function RemoveSite({
  card,
  onClose,
  onRemoved,
}: {
  card: Card;
  onClose: () => void;
  onRemoved: () => Promise<unknown>;
}) {
  const form = useAsked({ name: "" }, async ({ name }) => {
    if (name !== card.name) return;
    await ask("sites.remove", { site: card.key, name });
    await onRemoved();
    onClose();
  });
  return (
    <FormWindow
      of={form}
      title={words.remove(card.name)}
      onClose={onClose}
      send={words.removeSiteGood}
      removes
      disabled={form.values.name !== card.name}
    >
      <Text mb="10px">{words.itsPagesReleasesSignups(card.address.replace(/^https?:\/\//, ""))}</Text>
      <TextRow of={form} field="name" label={words.type(card.name)} stacked />
    </FormWindow>
  );
}

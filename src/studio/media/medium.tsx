"use client";
// One medium: what is said of it, the point that stays in view, where it stands, another in its place, and away.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import Link from "next/link";
import { useState } from "react";
import { documentKindOf } from "@/core/media/documents";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import type { Gives } from "@/server/operations";
import type { MediaUse } from "@/server/site/media-operations";
import { useSite } from "@/studio/frame/site-context";
import type { Refusal } from "@/studio/kit/api";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { Row, Tick } from "@/studio/kit/fields";
import type { Asked } from "@/studio/kit/form";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { Group, RefusalNote, State, Title } from "@/studio/kit/layout";
import { PicturePoint } from "@/studio/kit/picture-point";
import { smallPicture } from "@/studio/kit/small-picture";
import { TextArea } from "@/studio/kit/text-area";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { PictureChoice, Thumb } from "@/studio/media/picture-choice";
import { words } from "./words";

/** What a medium says of itself, as it is typed. */
interface Said {
  readonly name: string;
  readonly alt: string;
  readonly decorative: boolean;
  readonly tags: string;
  readonly focus: { readonly x: number; readonly y: number };
}

type Use = Gives<"media.usesOf">["uses"][number];

/** Words with commas between them, each once. */
export const tagsIn = (text: string): string[] => [
  ...new Set(
    text
      .split(",")
      .map((one) => one.trim())
      .filter(Boolean),
  ),
];

/** Done last in this screen, with the way back. */
export interface Done {
  readonly text: string;
  undo(): Promise<unknown>;
}

export function Medium({
  entry,
  alike,
  changed,
  onDone,
}: {
  entry: MediaEntry;
  /** Hashes of others that look the same. */
  alike: readonly string[];
  changed: () => Promise<unknown>;
  onDone: (done: Done) => void;
}) {
  const site = useSite();
  const { data } = useQuery({
    queryKey: ["media", site.key, "uses", entry.hash],
    queryFn: () => ask("media.usesOf", { site: site.key, hash: entry.hash }),
  });
  const [replacing, setReplacing] = useState(false);
  const { refusal, attempt } = useCommand();
  const focus = entry.focus ?? { x: 50, y: 50 };
  const form = useAsked<Said>(
    {
      name: entry.name,
      alt: entry.alt ?? "",
      decorative: entry.decorative ?? false,
      tags: (entry.tags ?? []).join(", "),
      focus,
    },
    async ({ tags, focus: at, ...values }) => {
      await ask("media.change", {
        site: site.key,
        hash: entry.hash,
        ...values,
        tags: tagsIn(tags),
        ...(at.x === 50 && at.y === 50 ? {} : { focus: at }),
      });
      await changed();
    },
  );
  const uses = data?.uses;
  const type = documentKindOf(entry.type)?.label ?? entry.type.replace(/image\/|\+xml/g, "").toUpperCase();
  return (
    <>
      <Title level={2}>{entry.name}</Title>
      <Text color="ink2" mb="10px">
        {words.facts(
          type,
          isPicture(entry)
            ? words.pixels(entry.widthPx, entry.heightPx)
            : `${Math.max(1, Math.round((entry.bytes ?? 0) / 1000))} kB`,
        )}
      </Text>
      <Says form={form} entry={entry} site={site} />
      <Uses
        uses={uses}
        entry={entry}
        site={site}
        setReplacing={setReplacing}
        attempt={attempt}
        onDone={onDone}
        changed={changed}
        refusal={refusal}
      />
      {alike.length ? <Alike entry={entry} others={alike} changed={changed} onDone={onDone} /> : null}
      {replacing ? (
        <Replacing entry={entry} changed={changed} onDone={onDone} onClose={() => setReplacing(false)} />
      ) : null}
    </>
  );
}

/** Where it stands, and what can be done with it. */
const Uses = ({
  uses,
  entry,
  site,
  setReplacing,
  attempt,
  onDone,
  changed,
  refusal,
}: {
  uses: readonly MediaUse[] | undefined;
  entry: MediaEntry;
  site: ReturnType<typeof useSite>;
  setReplacing: (next: boolean) => void;
  attempt: (work: () => Promise<unknown>) => void;
  onDone: (done: Done) => void;
  changed: () => Promise<unknown>;
  refusal: Refusal | null;
}) => (
  <Group title={words.whereUsed}>
    {uses?.length ? (
      <Box as="ul" listStyleType="none">
        {uses.map((use) => (
          <Flex as="li" key={`${use.of} ${use.id}`} gap="8px" minH="26px" align="center">
            <Text color="ink2" w="104px" flex="none">
              {words.useOf[use.of]}
            </Text>
            <UseLink use={use} />
          </Flex>
        ))}
      </Box>
    ) : uses ? (
      <Text color="ink2">{words.usedNowhere}</Text>
    ) : null}
    <Flex gap="8px" mt="10px" wrap="wrap">
      {uses?.length && isPicture(entry) && site.mayLayout ? (
        <PlainButton onClick={() => setReplacing(true)}>{words.replace}</PlainButton>
      ) : null}
      {uses?.length === 0 ? (
        <PlainButton
          onClick={() =>
            attempt(async () => {
              await ask("media.remove", { site: site.key, hashes: [entry.hash] });
              onDone({
                text: words.removed(entry.name),
                undo: () => ask("media.restore", { site: site.key, hashes: [entry.hash] }),
              });
              await changed();
            })
          }
        >
          {words.remove}
        </PlainButton>
      ) : null}
    </Flex>
    <RefusalNote refusal={refusal} />
  </Group>
);

/** What it says, what is to be seen, and where it was. */
const Says = ({ form, entry, site }: { form: Asked<Said>; entry: MediaEntry; site: ReturnType<typeof useSite> }) => (
  <Form of={form}>
    {isPicture(entry) ? (
      <Box mb="10px">
        <PicturePoint
          name={words.focus}
          src={smallPicture(site, entry.hash)}
          at={form.values.focus}
          onChange={(at) => form.set({ focus: at })}
          button={{ maxWidth: "100%" }}
          picture={{ maxHeight: 260, maxWidth: "100%" }}
        />
        <Text fontSize="small" color="ink2" mt="3px">
          {words.focusAt(form.values.focus.x, form.values.focus.y)}
        </Text>
      </Box>
    ) : null}
    <TextRow of={form} field="name" label={words.name} />
    {isPicture(entry) ? (
      <>
        <Row label={words.description} stacked error={form.at("alt")} hint={words.descriptionHint}>
          {(ids) => <TextArea {...ids} value={form.values.alt} onChange={(alt) => form.set({ alt })} />}
        </Row>
        <Tick
          label={words.decorative}
          checked={form.values.decorative}
          onChange={(decorative) => form.set({ decorative })}
        />
      </>
    ) : null}
    <TextRow of={form} field="tags" label={words.tags} hint={words.tagsHint} />
    <FormNote of={form} />
    <Flex align="center" gap="10px" mb="12px">
      <MainButton loading={form.busy} onClick={form.send}>
        {words.save}
      </MainButton>
      {form.done ? <State tone="moss">{words.saved}</State> : null}
    </Flex>
  </Form>
);

/** Where one goes to see it there; nothing for what is seen on other screens alone. */
const useHrefs: { readonly [Of in Use["of"]]?: (site: string, id: string, home: string) => string } = {
  page: (site, id) => `/s/${site}/pages/${id}`,
  header: (site, id, home) => `/s/${site}/pages/${home}?headerFooter=${id}`,
  footer: (site, id, home) => `/s/${site}/pages/${home}?headerFooter=${id}`,
  widget: (site, id) => `/s/${site}/widgets/${id}`,
  part: (site) => `/s/${site}/widgets`,
  settings: (site) => `/s/${site}/settings`,
};

function UseLink({ use }: { use: Use }) {
  const site = useSite();
  const href = useHrefs[use.of]?.(site.key, use.id, site.pages[0]?.id ?? "");
  const name = use.name || words.useOf[use.of];
  return href ? (
    <Link href={href} style={{ textDecoration: "underline" }}>
      {name}
    </Link>
  ) : (
    <Text>{name}</Text>
  );
}

/** Others that look the same, and one command to be left with this one alone. */
function Alike({
  entry,
  others,
  changed,
  onDone,
}: {
  entry: MediaEntry;
  others: readonly string[];
  changed: () => Promise<unknown>;
  onDone: (done: Done) => void;
}) {
  const site = useSite();
  const { refusal, busy, attempt } = useCommand();
  const keep = (other: MediaEntry) =>
    attempt(async () => {
      const { back } = await putInPlace(site.key, other.hash, entry.hash);
      await ask("media.remove", { site: site.key, hashes: [other.hash] });
      onDone({
        text: words.alikeKept(other.name),
        undo: async () => {
          await ask("media.restore", { site: site.key, hashes: [other.hash] });
          await back();
        },
      });
      await changed();
    });
  return (
    <Group title={words.alike}>
      <Text color="ink2" mb="8px">
        {words.alikeText}
      </Text>
      {others.map((hash) => {
        const other = site.media.find((one) => one.hash === hash);
        return other ? (
          <Flex key={hash} gap="10px" align="center" mb="8px">
            <Thumb hash={hash} widthPx={66} heightPx={50} />
            <Box flex="1" minW="0">
              <Text truncate>{other.name}</Text>
              <Text color="ink2" fontSize="small">
                {words.pixels(other.widthPx, other.heightPx)}
              </Text>
              {site.mayLayout ? (
                <PlainButton loading={busy} mt="2px" h="auto" py="4px" whiteSpace="normal" onClick={() => keep(other)}>
                  {words.alikeKeep(other.name)}
                </PlainButton>
              ) : null}
            </Box>
          </Flex>
        ) : null;
      })}
      <RefusalNote refusal={refusal} />
    </Group>
  );
}

/** Puts one medium in the place of another everywhere; with the way back. */
async function putInPlace(site: string, from: string, to: string) {
  const told = await ask("media.replace", { site, from, to });
  const back = async () => {
    if (told.documents.length)
      await ask("pages.replaceBack", {
        site,
        documents: told.documents.map((one) => ({ ...one, edits: [...one.edits] })),
      });
    await ask("media.replaceBack", {
      site,
      from: to,
      to: from,
      widgets: [...told.widgets],
      parts: [...told.parts],
      settings: told.settings,
    });
  };
  return { told, back };
}

function Replacing({
  entry,
  changed,
  onDone,
  onClose,
}: {
  entry: MediaEntry;
  changed: () => Promise<unknown>;
  onDone: (done: Done) => void;
  onClose: () => void;
}) {
  const site = useSite();
  const [to, setTo] = useState<string | null>(null);
  const { refusal, busy, attempt } = useCommand();
  const replace = (next: string) =>
    attempt(async () => {
      const { told, back } = await putInPlace(site.key, entry.hash, next);
      onDone({ text: words.replaced(told.places, told.widgets.length), undo: back });
      await changed();
      onClose();
    });
  return (
    <Window
      title={words.replaceTitle(entry.name)}
      open
      onClose={onClose}
      foot={
        <MainButton disabled={to === null} loading={busy} onClick={() => to && replace(to)}>
          {words.replaceCommand}
        </MainButton>
      }
    >
      <Text color="ink2" mb="10px">
        {words.replaceText}
      </Text>
      <PictureChoice value={to} onChoose={setTo} />
      <RefusalNote refusal={refusal} />
    </Window>
  );
}

"use client";
// What is said of a page: its title and address, groups, what search engines and shared links show.
import { Box, Flex, Text } from "@chakra-ui/react";
import Link from "next/link";
import { useState } from "react";
import { slugFrom } from "@/core/input/slug";
import type { PageMeta } from "@/core/site/site";
import type { Gives } from "@/server/operations";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { type Asked, Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { Group, State } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import { PictureChoice } from "@/studio/media/picture-choice";
import { ResultDrawing, SharedDrawing, useWidth } from "./drawings";
import { words } from "./words";

export type Moved = NonNullable<Gives<"pages.change">["moved"]>;

interface PageValues {
  readonly title: string;
  readonly slug: string;
  readonly description: string;
  readonly inNavigation: boolean;
  readonly groups: string;
  readonly searchTitle: string;
  readonly unlisted: boolean;
  readonly sharing: string;
}

const valuesOf = (page: PageMeta): PageValues => ({
  title: page.title,
  slug: page.slug,
  description: page.description,
  inNavigation: page.inNavigation,
  groups: (page.groups ?? []).join(", "),
  searchTitle: page.searchTitle ?? "",
  unlisted: page.unlisted ?? false,
  sharing: page.sharing ?? "",
});

const groupsIn = (text: string): string[] => [
  ...new Set(
    text
      .split(",")
      .map((one) => one.trim())
      .filter(Boolean),
  ),
];

/** The form of a page's settings; `onSaved` hears what follows from a new address, null where it has none. */
export function usePageForm(page: PageMeta, onSaved: (moved: Moved | null) => void): Asked<PageValues> {
  const site = useSite();
  const refresh = useRefresh();
  return useAsked<PageValues>(valuesOf(page), async ({ groups, sharing, ...values }) => {
    const { moved } = await ask("pages.change", {
      site: site.key,
      page: page.id,
      ...values,
      groups: groupsIn(groups),
      ...(sharing ? { sharing } : {}),
    });
    await refresh();
    const told = moved.some(
      ({ redirect, followed, headersFooters, left }) =>
        redirect || followed.length || headersFooters.length || left.length,
    );
    onSaved(told || moved.length > 1 ? moved : null);
  });
}

export function PageFields({ of: form }: { of: Asked<PageValues> }) {
  const site = useSite();
  const { values } = form;
  const [before] = useState(values);
  // A page that is called otherwise keeps its address, unless one takes that of the new title.
  const above = before.slug.slice(0, before.slug.lastIndexOf("/") + 1);
  const fitting = above + slugFrom(values.title);
  const mayFit =
    before.slug !== "" && values.title !== before.title && slugFrom(values.title) && values.slug !== fitting;
  const drawn = { ...values, sharing: values.sharing };
  const titleWidth = useWidth(values.searchTitle || `${values.title} · ${site.name}`, "title");
  const descriptionWidth = useWidth(values.description, "description");
  return (
    <Form of={form}>
      <Group title={words.page} borderTopWidth="0" pt="0">
        <TextRow of={form} field="title" label={words.pageTitle} />
        <TextRow of={form} field="slug" label={words.slug} hint={`${site.address}/${values.slug}`} />
        {mayFit ? (
          <QuietButton onClick={() => form.set({ slug: fitting })}>{words.takeAddress(fitting)}</QuietButton>
        ) : null}
        <Tick
          label={words.inNavigation}
          checked={values.inNavigation}
          onChange={(inNavigation) => form.set({ inNavigation })}
        />
        <Row
          label={words.groups}
          error={form.at("groups") ?? form.refusal?.fields.find(({ path }) => path.startsWith("groups"))?.message}
          hint={words.groupsHint}
        >
          {(ids) => <TextInput {...ids} value={values.groups} onChange={(groups) => form.set({ groups })} />}
        </Row>
      </Group>
      <Group title={words.search}>
        <Row
          label={words.searchTitle}
          stacked
          error={form.at("searchTitle")}
          hint={`${titleWidth}. ${words.searchTitleHint}`}
        >
          {(ids) => (
            <TextInput {...ids} value={values.searchTitle} onChange={(searchTitle) => form.set({ searchTitle })} />
          )}
        </Row>
        <Row label={words.description} stacked error={form.at("description")} hint={descriptionWidth}>
          {(ids) => (
            <TextArea {...ids} value={values.description} onChange={(text) => form.set({ description: text })} />
          )}
        </Row>
        <Tick label={words.listed} checked={!values.unlisted} onChange={(listed) => form.set({ unlisted: !listed })} />
        <Text fontSize="small" color="ink2" mt="8px" mb="4px">
          {words.resultDrawing}
        </Text>
        <ResultDrawing page={drawn} />
      </Group>
      <Group title={words.sharing}>
        <Text color="ink2" mb="4px">
          {words.sharingPicture}
        </Text>
        <PictureChoice value={values.sharing || null} onChoose={(sharing) => form.set({ sharing })} />
        {values.sharing ? <QuietButton onClick={() => form.set({ sharing: "" })}>{words.noSharing}</QuietButton> : null}
        {form.at("sharing") ? <State tone="brick">{form.at("sharing")}</State> : null}
        <Text fontSize="small" color="ink2" mt="8px" mb="4px">
          {words.sharedDrawing}
        </Text>
        <Box maxW="300px">
          <SharedDrawing page={drawn} picture={values.sharing || site.settings.sharing || null} />
        </Box>
      </Group>
      <FormNote of={form} />
    </Form>
  );
}

/** What a page's new address brings with it. */
export function MovedFacts({ moved }: { moved: Moved }) {
  const site = useSite();
  const redirects = moved.flatMap(({ redirect }) => redirect ?? []);
  const followed = [...new Set(moved.flatMap((one) => [...one.followed, ...one.headersFooters]))];
  return (
    <>
      {moved.length > 1 ? <Text mb="8px">{words.placedWithAddresses(moved.map(({ path }) => path))}</Text> : null}
      {redirects[0] ? (
        <Text mb="8px">{moved.length === 1 ? words.redirected(redirects[0]) : words.redirectsMade(redirects)}</Text>
      ) : null}
      {followed.length ? <Text mb="8px">{words.followed(followed)}</Text> : null}
      {moved
        .flatMap(({ left }) => left)
        .map((rule) => (
          <Flex key={rule.id + rule.pattern} gap="10px" mb="6px">
            <State tone="amber">{words.ruleLeft(rule.widget, rule.pattern)}</State>
            <Link href={`/s/${site.key}/widgets/${rule.id}`} style={{ textDecoration: "underline" }}>
              {words.lookAtRule}
            </Link>
          </Flex>
        ))}
    </>
  );
}

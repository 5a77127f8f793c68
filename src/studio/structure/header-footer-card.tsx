"use client";
// One header or footer among the site's: its name, its rules, and what may be done with it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, Plus, Trash2, X } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import type { Standing, StandingRule } from "@/core/page/header-footer/standing";
import type { Gives } from "@/server/operations";
import { ruleWords } from "@/studio/composer/header-footer/words";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { TextInput } from "@/studio/kit/fields";
import { Form, TextRow, useAsked } from "@/studio/kit/form";
import { words } from "./words";

type HeaderFooter = Gives<"headersFooters.list">["all"][number];

const isFirst = ({ id, of }: HeaderFooter) => id === of;

/** One header or footer: its name, where it stands, and what may be done with it. */
export function HeaderFooterCard({
  headerFooter,
  groups,
  open,
  first,
  last,
  command,
  onRemoved,
}: {
  headerFooter: HeaderFooter;
  groups: readonly string[];
  open: boolean;
  first: boolean;
  last: boolean;
  command: (work: () => Promise<unknown>) => void;
  onRemoved: () => void;
}) {
  const site = useSite();
  const { id, name, standing, pages } = headerFooter;
  const named = useAsked({ name }, (values) =>
    ask("headersFooters.name", { site: site.key, headerFooter: id, ...values }),
  );
  const [renaming, setRenaming] = useState(false);
  const stand = (next: Standing) =>
    command(() => ask("headersFooters.stand", { site: site.key, headerFooter: id, standing: next }));
  return (
    <Box bg="sheet" borderWidth="1px" borderColor={open ? "mark" : "line"} p="12px 14px" mb="8px">
      <Flex gap="10px" align="center" wrap="wrap">
        {renaming ? (
          <Rename named={named} command={command} site={site} id={id} setRenaming={setRenaming} />
        ) : (
          <Text as="h3" fontWeight="700">
            {name}
          </Text>
        )}
        <Text color={pages ? "ink2" : "amber"} fontWeight={pages ? "450" : "600"}>
          {words.stands(pages)}
        </Text>
        <Box flex="1" />
        <Link
          href={`/s/${site.key}/pages/${headerFooter.first ?? site.pages[0]?.id}?headerFooter=${id}`}
          aria-label={words.workOn(name)}
          style={{ textDecoration: "underline" }}
        >
          {words.work}
        </Link>
        {site.mayLayout && !isFirst(headerFooter) ? (
          <Deeds {...{ headerFooter, first, last, command, onRemoved }} onRename={() => setRenaming(!renaming)} />
        ) : null}
      </Flex>
      {(["include", "exclude"] as const).map((side) => (
        <Rules
          key={side}
          side={side}
          rules={standing[side]}
          groups={groups}
          onChange={(rules) => stand({ ...standing, [side]: rules })}
        />
      ))}
    </Box>
  );
}

/** What else may be done with one that is not its site's first. */
function Deeds({
  headerFooter: { id, name },
  first,
  last,
  command,
  onRename,
  onRemoved,
}: {
  headerFooter: HeaderFooter;
  first: boolean;
  last: boolean;
  command: (work: () => Promise<unknown>) => void;
  onRename: () => void;
  onRemoved: () => void;
}) {
  const site = useSite();
  const move = (by: -1 | 1) => command(() => ask("headersFooters.move", { site: site.key, headerFooter: id, by }));
  return (
    <Flex>
      <QuietButton onClick={onRename}>{words.rename}</QuietButton>
      <IconButton name={words.headerFooterUp(name)} disabled={first} onClick={() => move(-1)}>
        <ArrowUp size={15} />
      </IconButton>
      <IconButton name={words.headerFooterDown(name)} disabled={last} onClick={() => move(1)}>
        <ArrowDown size={15} />
      </IconButton>
      <IconButton
        name={words.removeHeaderFooter(name)}
        onClick={() =>
          command(async () => {
            await ask("headersFooters.remove", { site: site.key, headerFooter: id });
            onRemoved();
          })
        }
      >
        <Trash2 size={15} />
      </IconButton>
    </Flex>
  );
}

/** Another name for it. */
const Rename = ({
  named,
  command,
  site,
  id,
  setRenaming,
}: {
  named: ReturnType<typeof useAsked<{ name: string }>>;
  command: (work: () => Promise<unknown>) => void;
  site: ReturnType<typeof useSite>;
  id: string;
  setRenaming: (next: boolean) => void;
}) => (
  <Form of={named}>
    <Flex gap="6px" align="flex-start">
      <TextRow of={named} field="name" label={words.headerFooterName} />
      <PlainButton
        loading={named.busy}
        onClick={() =>
          command(async () => {
            await ask("headersFooters.name", { site: site.key, headerFooter: id, name: named.values.name });
            setRenaming(false);
          })
        }
      >
        {words.keep}
      </PlainButton>
    </Flex>
  </Form>
);

function Rules({
  side,
  rules,
  groups,
  onChange,
}: {
  side: keyof Standing;
  rules: readonly StandingRule[];
  groups: readonly string[];
  onChange: (rules: readonly StandingRule[]) => void;
}) {
  const site = useSite();
  const [adding, setAdding] = useState(false);
  if (!rules.length && side === "exclude" && !site.mayLayout) return null;
  return (
    <Box mt="8px">
      <Flex gap="6px" align="center" wrap="wrap">
        <Text color="ink2" w="84px" flex="none">
          {words[side]}
        </Text>
        {rules.map((rule) => (
          <Flex
            key={JSON.stringify(rule)}
            align="center"
            borderWidth="1px"
            borderColor="edge"
            borderRadius="field"
            pl="8px"
            bg="white"
          >
            <Text>{ruleWords(rule, site)}</Text>
            {site.mayLayout ? (
              <IconButton
                name={words.removeRule(ruleWords(rule, site))}
                minW="24px"
                w="26px"
                onClick={() => onChange(rules.filter((one) => one !== rule))}
              >
                <X size={13} />
              </IconButton>
            ) : null}
          </Flex>
        ))}
        {site.mayLayout && !adding ? (
          <QuietButton onClick={() => setAdding(true)}>
            <Plus size={13} /> {words.addRule}
          </QuietButton>
        ) : null}
      </Flex>
      {adding ? (
        <NewRule
          groups={groups}
          onAdd={(rule) => {
            setAdding(false);
            if (!rules.some((one) => JSON.stringify(one) === JSON.stringify(rule))) onChange([...rules, rule]);
          }}
          onClose={() => setAdding(false)}
        />
      ) : null}
    </Box>
  );
}

type Sort = StandingRule["is"];

function NewRule({
  groups,
  onAdd,
  onClose,
}: {
  groups: readonly string[];
  onAdd: (rule: StandingRule) => void;
  onClose: () => void;
}) {
  const site = useSite();
  const [sort, setSort] = useState<Sort>("group");
  const [values, setValues] = useState<Readonly<Record<string, string>>>({
    group: groups[0] ?? "",
    page: site.pages[0]?.id ?? "",
    path: "/",
    language: site.settings.language,
  });
  const made: { readonly [Is in Sort]: () => StandingRule } = {
    site: () => ({ is: "site" }),
    language: () => ({ is: "language", language: values.language ?? "" }),
    group: () => ({ is: "group", group: values.group ?? "" }),
    path: () => ({ is: "path", path: values.path ?? "" }),
    page: () => ({ is: "page", page: values.page ?? "" }),
  };
  const set = (value: string) => setValues({ ...values, [sort]: value });
  const options: Partial<Record<Sort, readonly (readonly [string, string])[]>> = {
    group: groups.map((one) => [one, one]),
    page: site.pages.map((page) => [page.id, page.title]),
    language: [[site.settings.language, site.settings.language]],
  };
  const list = options[sort];
  return (
    <Flex gap="8px" align="flex-start" wrap="wrap" mt="6px" pl="92px">
      <Box w="160px">
        <Choice
          aria-label={words.ruleSort}
          value={sort}
          onChange={(next) => setSort(next as Sort)}
          options={Object.entries(words.ruleSorts)}
        />
      </Box>
      {list ? (
        list.length ? (
          <Box w="220px">
            <Choice aria-label={words.which} value={values[sort] ?? ""} onChange={set} options={list} />
          </Box>
        ) : (
          <Text pt="6px" color="ink2">
            {words.noGroups}
          </Text>
        )
      ) : null}
      {sort === "path" ? (
        <Box w="220px">
          <TextInput aria-label={words.ruleSorts.path} value={values.path ?? ""} onChange={set} />
          <Text fontSize="small" color="ink2">
            {words.pathHint}
          </Text>
        </Box>
      ) : null}
      <PlainButton disabled={list?.length === 0} onClick={() => onAdd(made[sort]())}>
        {words.putRule}
      </PlainButton>
      <QuietButton onClick={onClose}>{words.close}</QuietButton>
    </Flex>
  );
}

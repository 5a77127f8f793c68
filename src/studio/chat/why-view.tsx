"use client";
// Why this answer: what was understood, what was looked at with its scores, and what stands in the way.
import { Box, Flex, Text } from "@chakra-ui/react";
import Link from "next/link";
import { useState } from "react";
import type { Looked } from "@/core/chat/answers/reply";
import { pagePath } from "@/core/site/site";
import type { WidgetOf } from "@/core/widget/settings";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { reasonWords } from "@/studio/kit/reasons";
import { useCommand } from "@/studio/kit/use-command";
import { type Answered, lookInto, useLooked } from "./asked";
import { useKnows } from "./use-knows";
import { words } from "./words";

const own = words.why;

export function WhyView({ widget }: { widget: WidgetOf<"chat"> }) {
  const site = useSite();
  const { settings } = widget;
  const looked = useLooked();
  const [typed, setTyped] = useState("");
  const { refusal, busy, attempt } = useCommand();
  const go = () =>
    attempt(async () => {
      const question = typed.trim();
      const answered = await ask("chat.try", {
        site: site.key,
        settings,
        question,
        before: looked?.answered.turn ?? null,
        language: site.settings.language,
        now: null,
      });
      lookInto(question, answered);
      setTyped("");
    });
  return (
    <Box bg="sheet" boxShadow="page" p="18px" maxW="620px" mx="auto" mb="90px">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (typed.trim()) go();
        }}
      >
        <Flex gap="8px" mb="12px">
          <TextInput aria-label={own.ask} placeholder={own.ask} value={typed} onChange={setTyped} />
          <MainButton type="submit" loading={busy}>
            {own.go}
          </MainButton>
        </Flex>
      </form>
      <RefusalNote refusal={refusal} />
      {looked ? (
        <Why question={looked.question} answered={looked.answered} widget={widget} />
      ) : (
        <Text color="ink2">{own.none}</Text>
      )}
    </Box>
  );
}

function Why({ question, answered, widget }: { question: string; answered: Answered; widget: WidgetOf<"chat"> }) {
  const site = useSite();
  const { data: knows } = useKnows(widget.settings);
  const { lines, sources, looked, why, buttons } = answered;
  const told = lines.map(({ text }) => text).join(" ");
  // What is told twice and differently, of what this answer is about.
  const about = why.flatMap((reason) => (reason.code === "chat.about" ? [String(reason.name)] : []));
  const differs = knows?.differences.find((one) => about.includes(one.about));
  const pageAt = (href: string) => site.pages.find((page) => pagePath(page) === href);
  const mend = pageAt(differs?.other.href ?? sources[0]?.href ?? looked[0]?.href ?? "");
  return (
    <>
      <Text color="ink2">{own.asked}</Text>
      <Text fontFamily="heading" fontWeight="700" fontSize="title" mb="10px" overflowWrap="anywhere">
        {question}
      </Text>
      <Box borderInlineStartWidth="3px" borderColor="mark" ps="12px" mb="12px">
        <Text overflowWrap="anywhere">{told}</Text>
        {sources.map(({ title, href }) => {
          const page = pageAt(href);
          return (
            <Text key={`${title}${href}`} color="ink2" fontSize="small">
              {page ? <Link href={`/s/${site.key}/pages/${page.id}`}>{own.from(title)}</Link> : own.from(title)}
            </Text>
          );
        })}
        <Text color="ink2" fontSize="small">
          {[own.kinds[answered.kind], own.took((answered.tookUs / 1000).toFixed(1))].join(" · ")}
        </Text>
      </Box>
      <Text fontWeight="700">{own.understood}</Text>
      <Box as="ul" mb="12px" ps="16px" listStyleType="disc">
        {why.map((reason, at) => (
          <li key={`${at}${reason.code}`}>{reasonWords(reason)}</li>
        ))}
      </Box>
      {buttons.length ? (
        <>
          <Text fontWeight="700">{own.buttons}</Text>
          <Text mb="12px">{buttons.map(({ text }) => text).join(" · ")}</Text>
        </>
      ) : null}
      <Text fontWeight="700" mb="4px">
        {own.looked}
      </Text>
      {looked.length ? (
        looked.map((one) => <OtherAnswer key={one.passage} one={one} />)
      ) : (
        <Text color="ink2">{own.nothingLooked}</Text>
      )}
      {differs ? (
        <Box mt="8px">
          <State tone="brick">{own.differs(differs.about, differs.one.words, differs.other.words)}</State>
        </Box>
      ) : null}
      <Flex gap="8px" mt="12px" wrap="wrap">
        {mend ? (
          <PlainButton asChild>
            <Link href={`/s/${site.key}/pages/${mend.id}`}>{own.mend(mend.title)}</Link>
          </PlainButton>
        ) : null}
        <PlainButton asChild>
          <Link href={`/s/${site.key}/widgets/${widget.id}?step=answers&question=${encodeURIComponent(question)}`}>
            {own.ownAnswer}
          </Link>
        </PlainButton>
        <QuietButton onClick={() => lookInto(question, { ...answered, turn: null as never })}>{own.again}</QuietButton>
      </Flex>
    </>
  );
}

/** An answer that came close. */
const OtherAnswer = ({ one }: { one: Looked }) => (
  <Box mb="6px">
    <Flex align="center" gap="10px">
      <Text flex="0 0 190px" truncate title={words.knows.at(one.title, one.heading)}>
        {words.knows.at(one.title, one.heading)}
      </Text>
      <Box flex="1" h="8px" bg="line" borderRadius="field" overflow="hidden">
        <Box h="100%" w={`${Math.min(100, one.score * 100)}%`} bg={one.chosen ? "moss" : "edge"} />
      </Box>
      <Text w="34px" textAlign="end" fontVariantNumeric="tabular-nums">
        {one.score.toFixed(2)}
      </Text>
    </Flex>
    {one.missing.length || one.by.length ? (
      <Text color="ink2" fontSize="small">
        {[one.missing.length ? own.missing(one.missing.join(", ")) : "", ...one.by].filter(Boolean).join(" · ")}
      </Text>
    ) : null}
  </Box>
);

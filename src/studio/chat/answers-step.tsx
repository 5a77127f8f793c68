"use client";
// Answers written by hand: a question in several wordings, and what is said.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ChevronDown, ChevronRight, Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useSearchParams } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { OwnAnswer } from "@/core/chat/chat";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import type { Form } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import type { StepProps } from "@/studio/widget/half";
import { TriedAtOnce } from "./first-step";
import { words } from "./words";

const own = words.answers;

const fresh = (question: string): OwnAnswer => ({
  id: nanoid(8),
  questions: question ? [question] : [],
  text: "",
  from: null,
  to: null,
});

export function AnswersStep(props: StepProps<"chat">) {
  const { settings, faults, change } = props;
  const { answers } = settings;
  const asked = useSearchParams().get("question");
  const [open, setOpen] = useState<string | null>(null);
  const taken = useRef(false);
  const add = (question: string) => {
    const answer = fresh(question);
    change({ answers: [...answers, answer] });
    setOpen(answer.id);
  };
  // Somebody comes from a question that was not known.
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, for the question that it was opened with
  useEffect(() => {
    if (!asked || taken.current) return;
    taken.current = true;
    const known = answers.find(({ questions }) => questions.includes(asked));
    if (known) setOpen(known.id);
    else add(asked);
  }, [asked]);
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.intro}
      </Text>
      {answers.length === 0 ? <Text mb="10px">{own.none}</Text> : null}
      {answers.map((answer, at) => {
        const wrong = Object.keys(faults).some((path) => path.startsWith(`answers[${at}]`));
        const isOpen = open === answer.id || wrong;
        const name = answer.questions[0] || own.unnamed;
        return (
          <Box key={answer.id} borderWidth="1px" borderColor={wrong ? "brick" : "line"} mb="8px" bg="white">
            <Flex align="center" p="6px 10px" gap="6px">
              <IconButton
                name={own.open(name)}
                aria-expanded={isOpen}
                onClick={() => setOpen(isOpen ? null : answer.id)}
              >
                {isOpen ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
              </IconButton>
              <Box flex="1" minW="0">
                <Text fontWeight="650" truncate>
                  {name}
                </Text>
                <Text color="ink2" truncate>
                  {answer.text}
                </Text>
              </Box>
              <IconButton
                name={own.remove}
                onClick={() => change({ answers: answers.filter(({ id }) => id !== answer.id) })}
              >
                <Trash2 size={14} />
              </IconButton>
            </Flex>
            {isOpen ? (
              <Box p="4px 12px 12px">
                <OneAnswer
                  {...props}
                  at={at}
                  answer={answer}
                  onChange={(next) => change({ answers: answers.map((one) => (one.id === answer.id ? next : one)) })}
                />
              </Box>
            ) : null}
          </Box>
        );
      })}
      <PlainButton onClick={() => add("")}>
        <Plus size={13} /> {own.add}
      </PlainButton>
    </>
  );
}

const of = fieldsOf<OwnAnswer>();

const fields: readonly TableField<OwnAnswer>[] = [
  of.lines("questions", own.questions, { stacked: true, hint: own.questionsHint }),
  of.area("text", own.text, { stacked: true }),
  of.columns([of.line("link.text", own.linkText), of.line("link.href", own.linkHref, { hint: own.linkHint })]),
  of.picture("picture", own.picture, { without: own.noPicture }),
  of.slot((form) => <WidgetRow {...form} />),
  of.columns([of.day("from", own.from), of.day("to", own.to)]),
];

/** A widget that the answer opens. */
function WidgetRow(form: Form<OwnAnswer>) {
  const others = useSite().widgets.filter(({ kind }) => kind !== "chat");
  const options = [["", own.noWidget] as const, ...others.map(({ id, name }) => [id, name] as const)];
  return <FieldTable {...form} of={[of.choice("widget", own.widget, options, { read: (id) => id || undefined })]} />;
}

/** An answer with what changed of it; what is not there is left out. */
function answerWith(answer: OwnAnswer, part: Partial<OwnAnswer>): OwnAnswer {
  const { link, ...next } = { ...answer, ...part };
  const kept = Object.entries(next).filter(([, value]) => value !== undefined);
  return {
    ...(Object.fromEntries(kept) as unknown as OwnAnswer),
    // A link without words and address is none.
    ...(link?.text || link?.href ? { link: { ...{ text: "", href: "" }, ...link } } : {}),
  };
}

function OneAnswer({
  settings,
  faults,
  at,
  answer,
  onChange,
}: StepProps<"chat"> & { at: number; answer: OwnAnswer; onChange: (answer: OwnAnswer) => void }) {
  return (
    <>
      <FieldTable
        of={fields}
        item={answer}
        fault={(path) => faults[`answers[${at}].${path}`]}
        put={(part) => onChange(answerWith(answer, part))}
      />
      {answer.questions[0] && answer.text ? <TriedAtOnce settings={settings} question={answer.questions[0]} /> : null}
    </>
  );
}

"use client";
// Answers written by hand: a question in several wordings, and what is said.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ChevronDown, ChevronRight, Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useSearchParams } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { OwnAnswer } from "@/core/chat/chat";
import { useSite } from "@/studio/frame/site-context";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Day } from "@/studio/kit/day-time";
import { Row, TextInput } from "@/studio/kit/fields";
import { TextArea } from "@/studio/kit/text-area";
import { PictureChoice } from "@/studio/media/picture-choice";
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

function OneAnswer({
  settings,
  faults,
  at,
  answer,
  onChange,
}: StepProps<"chat"> & { at: number; answer: OwnAnswer; onChange: (answer: OwnAnswer) => void }) {
  const site = useSite();
  const [typed, setTyped] = useState(answer.questions.join("\n"));
  const fault = (path: string) => faults[`answers[${at}].${path}`];
  const firstFault = Object.keys(faults).find((path) => path.startsWith(`answers[${at}].questions`));
  const put = (part: { [K in keyof OwnAnswer]?: OwnAnswer[K] | undefined }) => {
    const next = { ...answer, ...part } as Record<string, unknown>;
    for (const key of Object.keys(next)) if (next[key] === undefined) delete next[key];
    onChange(next as unknown as OwnAnswer);
  };
  const { link } = answer;
  const putLink = (part: Partial<NonNullable<typeof link>>) => {
    const next = { text: "", href: "", ...link, ...part };
    put({ link: next.text || next.href ? next : undefined });
  };
  return (
    <>
      <Row label={own.questions} stacked hint={own.questionsHint} error={firstFault ? faults[firstFault] : undefined}>
        {(ids) => (
          <TextArea
            {...ids}
            rows={3}
            value={typed}
            onChange={(text) => {
              setTyped(text);
              put({
                questions: text
                  .split("\n")
                  .map((line) => line.trim())
                  .filter(Boolean),
              });
            }}
          />
        )}
      </Row>
      <Row label={own.text} stacked error={fault("text")}>
        {(ids) => <TextArea {...ids} rows={3} value={answer.text} onChange={(text) => put({ text })} />}
      </Row>
      <Flex gap="10px">
        <Box flex="1">
          <Row label={own.linkText} stacked error={fault("link.text")}>
            {(ids) => <TextInput {...ids} value={link?.text ?? ""} onChange={(text) => putLink({ text })} />}
          </Row>
        </Box>
        <Box flex="1">
          <Row label={own.linkHref} stacked hint={own.linkHint} error={fault("link.href")}>
            {(ids) => <TextInput {...ids} value={link?.href ?? ""} onChange={(href) => putLink({ href })} />}
          </Row>
        </Box>
      </Flex>
      <Box mb="10px">
        <Text mb="4px">{own.picture}</Text>
        <PictureChoice value={answer.picture ?? null} onChoose={(picture) => put({ picture })} />
        {answer.picture ? <QuietButton onClick={() => put({ picture: undefined })}>{own.noPicture}</QuietButton> : null}
      </Box>
      <Row label={own.widget}>
        {(ids) => (
          <Choice
            {...ids}
            value={answer.widget ?? ""}
            options={[
              ["", own.noWidget],
              ...site.widgets.filter(({ kind }) => kind !== "chat").map(({ id, name }) => [id, name] as const),
            ]}
            onChange={(widget) => put({ widget: widget || undefined })}
          />
        )}
      </Row>
      <Flex gap="10px">
        {(["from", "to"] as const).map((end) => (
          <Box key={end} flex="1">
            <Row label={own[end]} stacked error={fault(end)}>
              {(ids) => <Day {...ids} value={answer[end] ?? ""} onChange={(date) => put({ [end]: date || null })} />}
            </Row>
          </Box>
        ))}
      </Flex>
      {answer.questions[0] && answer.text ? <TriedAtOnce settings={settings} question={answer.questions[0]} /> : null}
    </>
  );
}

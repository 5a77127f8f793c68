"use client";
// What clients are asked, what they agree to, and who is told that it is not for them; service by service.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import type { Question, Screening, Service } from "@/core/booking/booking";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { type Form, lineOf } from "@/studio/forms/form";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, Tick } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import { LineCommands } from "@/studio/kit/line-commands";
import { TextArea } from "@/studio/kit/text-area";
import type { StepProps } from "@/studio/widget/half";
import { type Editing, editingOf } from "../editing";
import { words } from "../words";
import { LettersOf } from "./letters-of";
import { WordsOf } from "./words-of";

const own = words.questions;

export function QuestionsStep(props: StepProps<"booking">) {
  const { part, changePart } = props;
  const [chosen, setChosen] = useState<string | null>(null);
  const service = part.services.find(({ id }) => id === chosen) ?? part.services[0];
  const editor = editingOf(props);
  const editing = service ? editor.one("services", service.id) : null;
  const place = editor.one("places", (service?.place ?? part.places[0]?.id) || "");
  return (
    <>
      {place ? (
        <Row label={own.notice} stacked error={place.fault("notice")} hint={own.noticeHint}>
          {(ids) => (
            <TextArea {...ids} rows={2} value={place.item.notice} onChange={(notice) => place.put({ notice })} />
          )}
        </Row>
      ) : null}
      {service && editing ? (
        <>
          <Group title={own.ofService} mt="8px">
            <Choice
              aria-label={own.service}
              value={service.id}
              options={part.services.map(({ id, name }) => [id, name] as const)}
              onChange={setChosen}
            />
            <Text color="ink2" my="8px">
              {own.always}
            </Text>
            <QuestionsOf key={service.id} editing={editing} />
            {part.services.length > 1 && service.questions.length ? (
              <QuietButton
                onClick={() =>
                  changePart(
                    {
                      services: part.services.map((one) => ({
                        ...one,
                        // Those of the same key stay as they are asked there.
                        questions: [
                          ...one.questions,
                          ...service.questions.filter(({ key }) => !one.questions.some((known) => known.key === key)),
                        ].slice(0, 30),
                      })),
                    },
                    "ask-everywhere",
                  )
                }
              >
                {own.askEverywhere}
              </QuietButton>
            ) : null}
          </Group>
          <Group title={own.screeningOf(service.name)}>
            <ScreeningOf editing={editing} />
          </Group>
          <Group title={own.termsOf(service.name)}>
            <TermsOf service={service} editing={editing} services={part.services} onAll={changePart} />
          </Group>
        </>
      ) : (
        <Text color="ink2">{words.noServicesYet}</Text>
      )}
      <WordsOf {...props} />
      {place ? <LettersOf editing={place} part={props.sound} /> : null}
    </>
  );
}

/** What is agreed to for one service; all can have the same by one press, and which have others is told. */
function TermsOf({
  service,
  editing,
  services,
  onAll,
}: {
  service: Service;
  editing: Editing<"services">;
  services: readonly Service[];
  onAll: StepProps<"booking">["changePart"];
}) {
  const others = services.filter(({ terms }) => terms !== service.terms);
  return (
    <>
      <Row label={own.terms} stacked error={editing.fault("terms")} hint={own.termsHint}>
        {(ids) => <TextArea {...ids} rows={4} value={service.terms} onChange={(terms) => editing.put({ terms })} />}
      </Row>
      {services.length > 1 ? (
        <>
          <Text color="ink2" fontSize="small">
            {others.length ? own.termsDiffer(others.map(({ name }) => name)) : own.termsSame(services.length)}
          </Text>
          {others.length ? (
            <QuietButton
              onClick={() =>
                onAll({ services: services.map((one) => ({ ...one, terms: service.terms })) }, "terms-everywhere")
              }
            >
              {own.termsEverywhere(services.length)}
            </QuietButton>
          ) : null}
        </>
      ) : null}
    </>
  );
}

const freeKey = (questions: readonly Question[]): string => {
  for (let nth = questions.length + 1; ; nth++) {
    const key = `question_${nth}`;
    if (!questions.some((one) => one.key === key)) return key;
  }
};

/** A question of another kind, with what that kind needs besides. */
function ofKind({ key, label, required }: Question, kind: Question["kind"]): Question {
  const asked = { key, label, required };
  if (kind === "choice" || kind === "several") return { ...asked, kind, options: own.firstOptions };
  if (kind === "number") return { ...asked, kind, min: null, max: null };
  return { ...asked, kind };
}

const of = fieldsOf<Question>();
type Chosen = Extract<Question, { options: unknown }>;
type Counted = Extract<Question, { min: unknown }>;
const hasOptions = (question: Question): boolean => "options" in question;
const isCounted = (question: Question): boolean => "min" in question;
const ofCounted = fieldsOf<Counted>();

const questionFields = [
  of.line("label", own.label),
  fieldsOf<Chosen>().lines("options", own.options, { hint: own.optionsHint, shown: hasOptions }),
  {
    ...ofCounted.beside(
      ofCounted.number("min", own.between, { step: null, none: own.noLeast, empty: null }),
      ofCounted.number("max", own.most, { step: null, none: own.noMost, empty: null }),
    ),
    shown: isCounted,
  },
  of.tick("required", own.required),
] as unknown as readonly TableField<Question>[];

function QuestionsOf({ editing }: { editing: Editing<"services"> }) {
  const { item: service, command, fault } = editing;
  const { questions } = service;
  const remove = (key: string) =>
    command({
      questions: questions.filter((one) => one.key !== key),
      screening: service.screening.filter(({ question }) => question !== key),
    });
  const move = (at: number, by: number) => {
    const next = [...questions];
    next.splice(at + by, 0, ...next.splice(at, 1));
    command({ questions: next });
  };
  const add = () =>
    command({
      questions: [...questions, { key: freeKey(questions), label: own.newQuestion, required: false, kind: "words" }],
    });
  return (
    <>
      {questions.map((question, at) => {
        const form = lineOf(editing as Form<Service>, "questions", at);
        return (
          <Box
            key={question.key}
            bg="white"
            borderWidth="1px"
            borderColor="line"
            borderRadius="panel"
            p="8px 10px"
            mb="8px"
          >
            <Flex align="center" gap="4px" mb="6px">
              <Box w="170px">
                <Choice
                  aria-label={own.kind}
                  value={question.kind}
                  options={own.kinds}
                  onChange={(kind) =>
                    command({
                      questions: questions.map((one, nth) =>
                        nth === at ? ofKind(one, kind as Question["kind"]) : one,
                      ),
                    })
                  }
                />
              </Box>
              <Box flex="1" />
              <LineCommands
                before={own.up(question.label)}
                behind={own.down(question.label)}
                remove={own.remove(question.label)}
                first={at === 0}
                last={at === questions.length - 1}
                onMove={(by) => move(at, by)}
                onRemove={() => remove(question.key)}
              />
            </Flex>
            <FieldTable {...form} of={questionFields} />
          </Box>
        );
      })}
      {fault("questions") ? <State tone="brick">{fault("questions")}</State> : null}
      <PlainButton onClick={add}>
        <Plus size={14} /> {own.add}
      </PlainButton>
    </>
  );
}

/** The answers that a question can have, where they are known beforehand. */
const answersOf = (question: Question | undefined): readonly (readonly [string, string])[] => {
  if (question && "options" in question) return question.options.map((option) => [option, option] as const);
  return question?.kind === "tick" ? own.tickAnswers : [];
};

function ScreeningOf({ editing }: { editing: Editing<"services"> }) {
  const { item: service, put, fault } = editing;
  const asked = service.questions.filter((question) => answersOf(question).length);
  const set = (at: number, change: Partial<Screening>) =>
    put({ screening: service.screening.map((one, index) => (index === at ? { ...one, ...change } : one)) });
  if (!asked.length) return <Text color="ink2">{own.screeningNeeds}</Text>;
  return (
    <>
      {service.screening.map((screening, at) => {
        const answers = answersOf(questionOf(service, screening.question));
        return (
          <Box key={at} bg="white" borderWidth="1px" borderColor="line" borderRadius="panel" p="8px 10px" mb="8px">
            <Flex gap="6px" mb="6px">
              <Choice
                aria-label={own.screeningQuestion}
                value={screening.question}
                options={asked.map(({ key, label }) => [key, label] as const)}
                onChange={(question) =>
                  set(at, { question, refuses: [answersOf(questionOf(service, question))[0]?.[0] ?? ""] })
                }
              />
              <IconButton
                name={own.removeScreening}
                onClick={() => put({ screening: service.screening.filter((one) => one !== screening) })}
              >
                <Trash2 size={14} />
              </IconButton>
            </Flex>
            <Text color="ink2">{own.refuses}</Text>
            {answers.map(([answer, name]) => (
              <Tick
                key={answer}
                label={name}
                checked={screening.refuses.includes(answer)}
                onChange={(on) =>
                  set(at, {
                    refuses: on ? [...screening.refuses, answer] : screening.refuses.filter((one) => one !== answer),
                  })
                }
              />
            ))}
            {fault(`screening[${at}].refuses`) ? <State tone="brick">{own.noRefusal}</State> : null}
            <Row label={own.screeningWords} stacked error={fault(`screening[${at}].words`)}>
              {(ids) => (
                <TextArea {...ids} rows={2} value={screening.words} onChange={(text) => set(at, { words: text })} />
              )}
            </Row>
          </Box>
        );
      })}
      <QuietButton
        onClick={() => {
          const [question] = asked;
          if (question)
            put({
              screening: [
                ...service.screening,
                { question: question.key, refuses: [answersOf(question)[0]?.[0] ?? ""], words: own.screeningUsual },
              ],
            });
        }}
      >
        <Plus size={13} /> {own.addScreening}
      </QuietButton>
    </>
  );
}

const questionOf = (service: Service, key: string) => service.questions.find((one) => one.key === key);

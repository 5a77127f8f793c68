"use client";
// What the popup says and asks, and what follows.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import type { Popup, PopupField } from "@/core/popup/popup";
import { useSite } from "@/studio/frame/site-context";
import {
  Choice,
  Group,
  IconButton,
  QuietButton,
  Row,
  Segments,
  State,
  TextArea,
  TextInput,
  Tick,
} from "@/studio/kit/kit";
import type { StepProps as PropsOf } from "@/studio/widget/half";
import { LetterFields } from "./letter-fields";
import { words as own } from "./words";

type StepProps = PropsOf<"popup">;

const fieldKinds = [
  ["email", own.eMail],
  ["name", own.name],
  ["choice", own.choice],
  ["tick", own.tick],
] as const;

export function WordsStep({ settings: popup, faults, change }: StepProps) {
  const site = useSite();
  const words = (part: Partial<Popup["words"]>) => change({ words: { ...popup.words, ...part } });
  const setField = (index: number, part: Partial<PopupField>) =>
    change({ fields: popup.fields.map((field, at) => (at === index ? { ...field, ...part } : field)) });
  const { thanks } = popup;
  return (
    <>
      <Row label={own.title} error={faults["words.title"]}>
        {(ids) => <TextInput {...ids} value={popup.words.title} onChange={(title) => words({ title })} />}
      </Row>
      <Row label={own.text} stacked error={faults["words.text"]}>
        {(ids) => <TextArea {...ids} value={popup.words.text} onChange={(text) => words({ text })} />}
      </Row>
      <Row label={own.button} error={faults["words.button"]}>
        {(ids) => <TextInput {...ids} value={popup.words.button} onChange={(button) => words({ button })} />}
      </Row>
      <Row label={own.closeMark} error={faults["words.close"]} hint={own.readAloudScreenReaders}>
        {(ids) => <TextInput {...ids} value={popup.words.close} onChange={(close) => words({ close })} />}
      </Row>
      <Row label={own.whatOneAgrees} stacked error={faults["words.consent"]} hint={own.keptWithEverySignup}>
        {(ids) => <TextArea {...ids} value={popup.words.consent} onChange={(consent) => words({ consent })} />}
      </Row>
      <Group title={own.fields} aside={String(popup.fields.length)}>
        {faults.fields ? <State tone="brick">{faults.fields}</State> : null}
        {popup.fields.map((field, index) => (
          <Box key={index} borderWidth="1px" borderColor="line" bg="white" p="8px" mb="8px">
            <Flex gap="6px" align="center">
              <Box w="104px" flex="none">
                <Choice
                  aria-label={own.kindField(index + 1)}
                  value={field.kind}
                  onChange={(kind) =>
                    setField(index, {
                      kind: kind as PopupField["kind"],
                      options: kind === "choice" ? (field.options ?? [...own.firstOptions]) : undefined,
                    })
                  }
                  options={fieldKinds}
                />
              </Box>
              <TextInput
                aria-label={own.labelField(index + 1)}
                value={field.label}
                onChange={(label) => setField(index, { label })}
              />
              <IconButton
                name={own.remove(field.label)}
                onClick={() => change({ fields: popup.fields.filter((_field, at) => at !== index) })}
              >
                <Trash2 size={14} />
              </IconButton>
            </Flex>
            <Flex gap="14px" align="center" mt="4px">
              <Tick
                label={own.required}
                checked={field.required}
                onChange={(required) => setField(index, { required })}
              />
              <Text color="ink2">{own.column}</Text>
              <Box w="120px">
                <TextInput
                  aria-label={own.columnField(index + 1)}
                  value={field.key}
                  onChange={(key) => setField(index, { key })}
                />
              </Box>
            </Flex>
            {field.kind === "choice" ? (
              <Row label={own.options} stacked error={faults[`fields[${index}].options`]} hint={own.onePerLine}>
                {(ids) => (
                  <TextArea
                    {...ids}
                    value={(field.options ?? []).join("\n")}
                    onChange={(text) => setField(index, { options: text.split("\n") })}
                  />
                )}
              </Row>
            ) : null}
            {Object.entries(faults)
              .filter(([path]) => path.startsWith(`fields[${index}]`) && !path.endsWith("options"))
              .map(([path, message]) => (
                <State key={path} tone="brick">
                  {message}
                </State>
              ))}
          </Box>
        ))}
        <QuietButton
          onClick={() =>
            change({
              fields: [
                ...popup.fields,
                {
                  key: `field_${popup.fields.length + 1}`,
                  kind: "choice",
                  label: own.question,
                  required: false,
                  options: [...own.firstOptions],
                },
              ],
            })
          }
        >
          <Plus size={14} /> {own.addField}
        </QuietButton>
      </Group>
      <Group title={own.afterwards}>
        <Tick
          label={own.confirmAddressMail}
          checked={popup.confirmByMail}
          onChange={(confirmByMail) => change({ confirmByMail })}
        />
        {popup.confirmByMail ? <LetterFields settings={popup} faults={faults} change={change} /> : null}
        <Box my="8px">
          <Segments
            label={own.thanks}
            value={thanks.kind}
            onChange={(kind) =>
              change({
                thanks:
                  kind === "words"
                    ? { kind, title: own.thankYou, text: "" }
                    : { kind, page: site.pages.find((page) => page.slug === "")?.id ?? "" },
              })
            }
            options={[
              ["words", own.thanksAsWords],
              ["page", own.aPage],
            ]}
          />
        </Box>
        {thanks.kind === "words" ? (
          <>
            <Row label={own.title} error={faults["thanks.title"]}>
              {(ids) => (
                <TextInput
                  {...ids}
                  value={thanks.title}
                  onChange={(title) => change({ thanks: { ...thanks, title } })}
                />
              )}
            </Row>
            <Row label={own.text} stacked error={faults["thanks.text"]}>
              {(ids) => (
                <TextArea {...ids} value={thanks.text} onChange={(text) => change({ thanks: { ...thanks, text } })} />
              )}
            </Row>
          </>
        ) : (
          <Row label={own.thanksPage} error={faults["thanks.page"]}>
            {(ids) => (
              <Choice
                {...ids}
                value={thanks.page}
                onChange={(page) => change({ thanks: { kind: "page", page } })}
                options={site.pages.map((page) => [page.id, page.title] as const)}
              />
            )}
          </Row>
        )}
      </Group>
    </>
  );
}

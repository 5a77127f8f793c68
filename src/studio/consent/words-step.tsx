"use client";
// The words of the question in each language; the drafted ones stand where nobody wrote others.
import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import { optional } from "@/core/consent/category";
import { type ConsentWords, consentWords, draftedLanguages } from "@/core/consent/words";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { languageName } from "@/studio/kit/names";
import { TextArea } from "@/studio/kit/text-area";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

const long: ReadonlySet<string> = new Set(["text", "toldText", "takenBack", "profiling"]);
const fields = Object.keys(own.fields) as (keyof typeof own.fields)[];

export function WordsStep({ settings, faults, change }: StepProps<"consent">) {
  const { settings: site } = useSite();
  const [language, setLanguage] = useState(site.language.split("-")[0] ?? "en");
  const drafted = consentWords[language as keyof typeof consentWords] ?? consentWords.en;
  const mine: Partial<ConsentWords> = settings.words[language] ?? {};
  const put = (part: Partial<ConsentWords>) => {
    const next = Object.fromEntries(Object.entries({ ...mine, ...part }).filter(([, value]) => value !== ""));
    change({ words: { ...settings.words, [language]: next } });
  };
  // The site's own language is that of the table itself.
  const other = language !== site.language.split("-", 1)[0];
  const putEntry = (key: string, part: { name?: string; why?: string }) =>
    change({
      table: settings.table.map((entry) => {
        if (entry.key !== key) return entry;
        const now = { name: "", why: "", ...entry.said?.[language], ...part };
        const { [language]: _before, ...rest } = entry.said ?? {};
        return { ...entry, said: now.name || now.why ? { ...rest, [language]: now } : rest };
      }),
    });
  return (
    <>
      <Row label={own.language}>
        {(ids) => (
          <Choice
            {...ids}
            value={language}
            onChange={setLanguage}
            options={draftedLanguages.map((tag) => [tag, languageName(tag)] as const)}
          />
        )}
      </Row>
      <Text fontSize="small" color="ink2" mb="8px">
        {own.drafted}
      </Text>
      {fields.map((field) => (
        <Row key={field} label={own.fields[field]} stacked error={faults[`words.${language}.${field}`]}>
          {(ids) =>
            long.has(field) ? (
              <TextArea
                {...ids}
                rows={2}
                placeholder={drafted[field]}
                value={mine[field] ?? ""}
                onChange={(value) => put({ [field]: value })}
              />
            ) : (
              <TextInput
                {...ids}
                placeholder={drafted[field]}
                value={mine[field] ?? ""}
                onChange={(value) => put({ [field]: value })}
              />
            )
          }
        </Row>
      ))}
      {optional.map((category) => (
        <Row
          key={category}
          label={own.about(own.categories[category])}
          stacked
          error={faults[`words.${language}.about.${category}`]}
        >
          {(ids) => (
            <TextArea
              {...ids}
              rows={2}
              placeholder={drafted.about[category]}
              value={mine.about?.[category] ?? ""}
              onChange={(value) =>
                put({ about: { ...drafted.about, ...mine.about, [category]: value || drafted.about[category] } })
              }
            />
          )}
        </Row>
      ))}
      {other && settings.table.length ? (
        <Group title={own.tableIn(languageName(language))} mt="8px">
          {settings.table.map((entry, at) => (
            <Box key={entry.key} mb="10px">
              <Row label={own.nameOf(entry.name)} stacked error={faults[`table[${at}].said.${language}.name`]}>
                {(ids) => (
                  <TextInput
                    {...ids}
                    placeholder={entry.name}
                    value={entry.said?.[language]?.name ?? ""}
                    onChange={(name) => putEntry(entry.key, { name })}
                  />
                )}
              </Row>
              <Row label={own.whyOf(entry.name)} stacked error={faults[`table[${at}].said.${language}.why`]}>
                {(ids) => (
                  <TextInput
                    {...ids}
                    placeholder={entry.why}
                    value={entry.said?.[language]?.why ?? ""}
                    onChange={(why) => putEntry(entry.key, { why })}
                  />
                )}
              </Row>
            </Box>
          ))}
        </Group>
      ) : null}
    </>
  );
}

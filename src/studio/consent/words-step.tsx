"use client";
// The words of the question in each language; the drafted ones stand where nobody wrote others.
import { Text } from "@chakra-ui/react";
import { useState } from "react";
import { optional } from "@/core/consent/category";
import { type ConsentWords, consentWords, draftedLanguages } from "@/core/consent/words";
import { useSite } from "@/studio/frame/site-context";
import { Choice, Row, TextArea, TextInput } from "@/studio/kit/kit";
import { languageName } from "@/studio/kit/names";
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
    </>
  );
}

"use client";
// The words of the question in each language; the drafted ones stand where nobody wrote others.
import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import { optional } from "@/core/consent/category";
import type { Consent } from "@/core/consent/consent";
import { consentWords, draftedLanguages } from "@/core/consent/words";
import type { ConsentWords } from "@/core/consent/words/catalog";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { languageName } from "@/studio/kit/names";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

const long: ReadonlySet<string> = new Set(["text", "toldText", "takenBack", "profiling"]);
const fields = Object.keys(own.fields) as (keyof typeof own.fields)[];

const of = fieldsOf<Partial<ConsentWords>>();

/** The words of one language, with the drafted ones where nothing else stands. */
const wordsIn = (drafted: ConsentWords): readonly TableField<Partial<ConsentWords>>[] => [
  ...fields.map((field) =>
    long.has(field)
      ? of.area(field, own.fields[field], { rows: 2, stacked: true, placeholder: drafted[field] })
      : of.line(field, own.fields[field], { stacked: true, placeholder: drafted[field] }),
  ),
  ...optional.map((category) =>
    of.area(`about.${category}`, own.about(own.categories[category]), {
      rows: 2,
      stacked: true,
      placeholder: drafted.about[category],
      empty: drafted.about[category],
    }),
  ),
];

type Said = NonNullable<Consent["table"][number]["said"]>[string];
const ofSaid = fieldsOf<Said>();

/** What the table of a site says in another language. */
const saidOf = ({ name, why }: Consent["table"][number]): readonly TableField<Said>[] => [
  ofSaid.line("name", own.nameOf(name), { stacked: true, placeholder: name }),
  ofSaid.line("why", own.whyOf(name), { stacked: true, placeholder: why }),
];

export function WordsStep({ settings, faults, change }: StepProps<"consent">) {
  const { settings: site } = useSite();
  const [language, setLanguage] = useState(site.language.split("-")[0] ?? "en");
  const drafted = consentWords[language as keyof typeof consentWords] ?? consentWords.en;
  const mine: Partial<ConsentWords> = settings.words[language] ?? {};
  // The site's own language is that of the table itself.
  const other = language !== site.language.split("-", 1)[0];
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
      <FieldTable
        of={wordsIn(drafted)}
        item={mine}
        fault={(path) => faults[`words.${language}.${path}`]}
        put={(part) => {
          const about = part.about ? { about: { ...drafted.about, ...mine.about, ...part.about } } : {};
          const next = Object.entries({ ...mine, ...part, ...about }).filter(([, value]) => value !== "");
          change({ words: { ...settings.words, [language]: Object.fromEntries(next) } });
        }}
      />
      {other && settings.table.length ? (
        <Group title={own.tableIn(languageName(language))} mt="8px">
          {settings.table.map((entry, at) => (
            <Box key={entry.key} mb="10px">
              <FieldTable
                of={saidOf(entry)}
                item={{ name: "", why: "", ...entry.said?.[language] }}
                fault={(path) => faults[`table[${at}].said.${language}.${path}`]}
                put={(part) =>
                  change({
                    table: settings.table.map((one) => (one === entry ? saidWith(one, language, part) : one)),
                  })
                }
              />
            </Box>
          ))}
        </Group>
      ) : null}
    </>
  );
}

function saidWith(entry: Consent["table"][number], language: string, part: Partial<Said>) {
  const now = { name: "", why: "", ...entry.said?.[language], ...part };
  const { [language]: _before, ...rest } = entry.said ?? {};
  return { ...entry, said: now.name || now.why ? { ...rest, [language]: now } : rest };
}

"use client";
// What follows when a form was sent: words in its place, or a page.
import { Box } from "@chakra-ui/react";
import type { Thanks } from "@/core/field/field";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput } from "@/studio/kit/fields";
import { Segments } from "@/studio/kit/segments";
import { TextArea } from "@/studio/kit/text-area";
import { words as own } from "./words";

interface ThanksEditorProps {
  readonly thanks: Thanks;
  readonly faults: Readonly<Record<string, string>>;
  onChange(thanks: Thanks): void;
}

export function ThanksEditor({ thanks, faults, onChange }: ThanksEditorProps) {
  const { pages } = useSite();
  return (
    <>
      <Box my="8px">
        <Segments
          label={own.thanks}
          value={thanks.kind}
          onChange={(kind) =>
            onChange(
              kind === "words"
                ? { kind, title: own.thankYou, text: "" }
                : { kind, page: pages.find((page) => page.slug === "")?.id ?? "" },
            )
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
            {(ids) => <TextInput {...ids} value={thanks.title} onChange={(title) => onChange({ ...thanks, title })} />}
          </Row>
          <Row label={own.text} stacked error={faults["thanks.text"]}>
            {(ids) => <TextArea {...ids} value={thanks.text} onChange={(text) => onChange({ ...thanks, text })} />}
          </Row>
        </>
      ) : (
        <Row label={own.thanksPage} error={faults["thanks.page"]}>
          {(ids) => (
            <Choice
              {...ids}
              value={thanks.page}
              onChange={(page) => onChange({ kind: "page", page })}
              options={pages.map((page) => [page.id, page.title] as const)}
            />
          )}
        </Row>
      )}
    </>
  );
}

"use client";
// What follows when a form was sent: words in its place, or a page.
import { Box } from "@chakra-ui/react";
import type { Thanks } from "@/core/field/field";
import { useSite } from "@/studio/frame/site-context";
import { Segments } from "@/studio/kit/segments";
import { FieldTable, fieldsOf, type TableField } from "./field-table";
import { words as own } from "./words";

interface ThanksEditorProps {
  readonly thanks: Thanks;
  readonly faults: Readonly<Record<string, string>>;
  onChange(thanks: Thanks): void;
}

type Said = Extract<Thanks, { kind: "words" }>;
type Led = Extract<Thanks, { kind: "page" }>;
const ofSaid = fieldsOf<Said>();

const saidFields: readonly TableField<Said>[] = [
  ofSaid.line("title", own.title),
  ofSaid.area("text", own.text, { stacked: true }),
];

const ledFields: readonly TableField<Led>[] = [
  fieldsOf<Led, readonly (readonly [id: string, title: string])[]>().choice(
    "page",
    own.thanksPage,
    (_led, pages) => pages,
  ),
];

export function ThanksEditor({ thanks, faults, onChange }: ThanksEditorProps) {
  const { pages } = useSite();
  const fault = (path: string) => faults[`thanks.${path}`];
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
        <FieldTable of={saidFields} item={thanks} fault={fault} put={(part) => onChange({ ...thanks, ...part })} />
      ) : (
        <FieldTable
          of={ledFields}
          around={pages.map((page) => [page.id, page.title] as const)}
          item={thanks}
          fault={fault}
          put={(part) => onChange({ ...thanks, ...part })}
        />
      )}
    </>
  );
}

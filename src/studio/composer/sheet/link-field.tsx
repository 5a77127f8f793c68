"use client";
// Where a link leads: a page of the site, or an address, mail or phone as one types it.
import { useState } from "react";
import { linkFromWords } from "@/core/page/link";
import { useSite } from "@/studio/frame/site-context";
import { Choice, Row, TextInput } from "@/studio/kit/kit";
import { words as own } from "../words";
import type { FieldProps } from "./field";

export function LinkField({ composer, node, field }: FieldProps<"link">) {
  const { pages } = useSite();
  const link = String(node.content[field.name] ?? "");
  const page = /^page:([\w-]+)/.exec(link)?.[1] ?? (link ? "other" : "");
  const [typed, setTyped] = useState<string | null>(null);
  const [other, setOther] = useState(page === "other");
  const given = typed ?? (page === "other" ? link.replace(/^(mailto|tel):/, "") : "");
  const wrong = typed !== null && typed !== "" && !linkFromWords(typed);
  return (
    <>
      <Row label={field.label}>
        {(ids) => (
          <Choice
            {...ids}
            value={other ? "other" : page}
            onChange={(chosen) => {
              setOther(chosen === "other");
              setTyped(null);
              if (chosen !== "other") composer.setContent(node.id, field.name, chosen ? `page:${chosen}` : undefined);
            }}
            options={[
              ["", own.nothingYet],
              ...pages.map((one) => [one.id, one.title] as const),
              ["other", own.addressMailOrPhone],
            ]}
          />
        )}
      </Row>
      {other ? (
        <Row label={own.address} error={wrong ? own.linkWanted : undefined}>
          {(ids) => (
            <TextInput
              {...ids}
              value={given}
              onChange={(text) => {
                setTyped(text);
                const read = linkFromWords(text);
                if (read || !text)
                  composer.setContent(node.id, field.name, read ?? undefined, `${node.id}.${field.name}`);
              }}
            />
          )}
        </Row>
      ) : null}
    </>
  );
}

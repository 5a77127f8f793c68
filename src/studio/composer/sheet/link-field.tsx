"use client";
// Where a block leads.
import type { FieldProps } from "./field";
import { LinkChoice } from "./link-choice";

export function LinkField({ composer, node, field }: FieldProps<"link">) {
  return (
    <LinkChoice
      composer={composer}
      label={field.label}
      value={node.content[field.name] as string | undefined}
      onChange={(link) => composer.content.set(node.id, field.name, link, `${node.id}.${field.name}`)}
    />
  );
}

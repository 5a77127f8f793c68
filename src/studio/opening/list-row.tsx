"use client";
// A list of short entries, typed one after the other.
import { TagsInput } from "@chakra-ui/react";
import { Row } from "@/studio/kit/fields";
import { words as own } from "./words";

/** Entries as tags: Enter or a comma ends one, Backspace takes the last back. An empty list means no limit, unless it says otherwise. */
export function ListRow({
  label,
  values,
  error,
  hint,
  none = own.noLimit,
  onChange,
}: {
  label: string;
  values: readonly string[];
  error?: string | undefined;
  hint: string;
  /** What an empty list means. */
  none?: string;
  onChange: (values: string[]) => void;
}) {
  return (
    <Row label={label} stacked error={error} hint={hint}>
      {({ id, ...described }) => (
        <TagsInput.Root
          ids={{ input: id }}
          value={[...values]}
          onValueChange={({ value }) => onChange(value.map((part) => part.trim()).filter(Boolean))}
          addOnPaste
          blurBehavior="add"
          delimiter={/[,\n]/}
          invalid={error !== undefined}
        >
          <TagsInput.Control bg="white" borderColor="edge" borderRadius="field" fontSize="ui">
            <TagsInput.Items />
            <TagsInput.Input {...described} placeholder={values.length ? "" : none} />
          </TagsInput.Control>
          <TagsInput.HiddenInput />
        </TagsInput.Root>
      )}
    </Row>
  );
}

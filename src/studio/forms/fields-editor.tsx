"use client";
// What a form asks: fields that come, go and move, each with its sort and words.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { chooses, type Field, type FieldKind, fieldSorts } from "@/core/field/field";
import { QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import { LineCommands } from "@/studio/kit/line-commands";
import { TextArea } from "@/studio/kit/text-area";
import { words as own } from "./words";

interface FieldsEditorProps {
  readonly fields: readonly Field[];
  readonly kinds: readonly FieldKind[];
  readonly faults: Readonly<Record<string, string>>;
  onChange(fields: readonly Field[]): void;
}

/** The field as another sort: options come and go with it. */
function asKind({ options, ...field }: Field, kind: FieldKind): Field {
  return { ...field, kind, ...(chooses(kind) ? { options: options ?? [...own.firstOptions] } : {}) };
}

/** A key that no other field has. */
function freeKey(fields: readonly Field[]): string {
  let number = fields.length + 1;
  while (fields.some(({ key }) => key === `field_${number}`)) number += 1;
  return `field_${number}`;
}

export function FieldsEditor({ fields, kinds, faults, onChange }: FieldsEditorProps) {
  const names = kinds.map((kind) => [kind, fieldSorts[kind].label] as const);
  const put = (index: number, field: Field) => onChange(fields.map((one, at) => (at === index ? field : one)));
  const move = (index: number, by: -1 | 1) => {
    const moved = fields.filter((_field, at) => at !== index);
    moved.splice(index + by, 0, fields[index] as Field);
    onChange(moved);
  };
  return (
    <Group title={own.fields} aside={String(fields.length)}>
      {faults.fields ? <State tone="brick">{faults.fields}</State> : null}
      {fields.map((field, index) => {
        const set = (part: Partial<Field>) => put(index, { ...field, ...part });
        return (
          <Box key={index} borderWidth="1px" borderColor="line" bg="white" p="8px" mb="8px">
            <FieldHead
              index={index}
              field={field}
              put={put}
              names={names}
              set={set}
              fields={fields}
              move={move}
              onChange={onChange}
            />
            <Flex gap="14px" align="center" mt="4px">
              <Tick label={own.required} checked={field.required} onChange={(required) => set({ required })} />
              <Text color="ink2">{own.column}</Text>
              <Box w="120px">
                <TextInput aria-label={own.columnField(index + 1)} value={field.key} onChange={(key) => set({ key })} />
              </Box>
            </Flex>
            {kinds.includes("long") ? (
              <Box mt="6px">
                <TextInput
                  aria-label={own.hintField(index + 1)}
                  placeholder={own.hint}
                  maxLength={200}
                  value={field.hint ?? ""}
                  onChange={(hint) => set({ hint })}
                />
              </Box>
            ) : null}
            {chooses(field.kind) ? (
              <Row label={own.options} stacked error={faults[`fields[${index}].options`]} hint={own.onePerLine}>
                {(ids) => (
                  <TextArea
                    {...ids}
                    value={(field.options ?? []).join("\n")}
                    onChange={(text) => set({ options: text.split("\n") })}
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
        );
      })}
      <QuietButton
        onClick={() => {
          const first = kinds.includes("text") ? "text" : "choice";
          onChange([
            ...fields,
            asKind({ key: freeKey(fields), kind: first, label: own.question, required: false }, first),
          ]);
        }}
      >
        <Plus size={14} /> {own.addField}
      </QuietButton>
    </Group>
  );
}

/** A field's sort and label, and its place among the others. */
const FieldHead = ({
  index,
  field,
  put,
  names,
  set,
  fields,
  move,
  onChange,
}: {
  index: number;
  field: Field;
  put: (index: number, field: Field) => void;
  names: readonly (readonly [FieldKind, string])[];
  set: (part: Partial<Field>) => void;
  fields: readonly Field[];
  move: (index: number, by: -1 | 1) => void;
  onChange: (fields: readonly Field[]) => void;
}) => (
  <Flex gap="6px" align="center">
    <Box w="104px" flex="none">
      <Choice
        aria-label={own.kindField(index + 1)}
        value={field.kind}
        onChange={(kind) => put(index, asKind(field, kind as FieldKind))}
        options={names}
      />
    </Box>
    <TextInput aria-label={own.labelField(index + 1)} value={field.label} onChange={(label) => set({ label })} />
    <LineCommands
      before={own.moveUp(field.label)}
      behind={own.moveDown(field.label)}
      remove={own.remove(field.label)}
      first={index === 0}
      last={index === fields.length - 1}
      onMove={(by) => move(index, by)}
      onRemove={() => onChange(fields.filter((_field, at) => at !== index))}
    />
  </Flex>
);

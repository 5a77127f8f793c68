"use client";
// Options with their choices. Where they change, the variants that still make sense stay, with all that was set for them.
import { Box, Flex } from "@chakra-ui/react";
import { nanoid } from "nanoid";
import { combinationOf, combinationsOf, type Product, type ProductOption } from "@/core/catalog/product";
import type { Stocks } from "@/core/catalog/variant-cells";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { TextInput } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import { useMoney } from "@/studio/kit/money-input";
import { Cell } from "./cell";
import { variantsFor } from "./options";
import { words as own } from "./words";

interface Props {
  readonly product: Product;
  readonly stock: Stocks;
  readonly faults: Readonly<Record<string, string>>;
  change(part: Partial<Product>, run: string, stock?: Stocks): void;
}

function ChoicePrice({ label, value, onChange }: { label: string; value: number; onChange: (price: number) => void }) {
  const { text, fault, type } = useMoney({ value: Math.abs(value), onChange: (amount) => onChange(amount ?? 0) });
  return (
    <Box w="74px" borderWidth="1px" borderColor="edge" borderRadius="field" bg="white">
      <Cell
        label={label}
        place=""
        text={text}
        placeholder="0.00"
        fault={fault}
        fits={() => fault === undefined}
        onType={type}
        onKeyDown={() => {}}
        onPaste={() => {}}
      />
    </Box>
  );
}

export function OptionsEditor({ product, faults, change }: Props) {
  const { options } = product;
  const put = (next: readonly ProductOption[], run = "") => {
    const same =
      combinationsOf(next).map(combinationOf).join("|") === combinationsOf(options).map(combinationOf).join("|");
    change({ options: next, ...(same ? {} : { variants: variantsFor(product, next) }) }, run);
  };
  const withOption = (id: string, part: Partial<ProductOption>) =>
    options.map((option) => (option.id === id ? { ...option, ...part } : option));
  return (
    <Group title={own.options}>
      {options.map((option, nth) => (
        <Box key={option.id} borderWidth="1px" borderColor="line" bg="white" p="10px" mb="8px">
          <Flex gap="8px" mb="8px">
            <Box flex="1">
              <TextInput
                aria-label={own.optionName(nth + 1)}
                value={option.name}
                onChange={(name) => put(withOption(option.id, { name }), `option ${option.id}`)}
              />
            </Box>
            <IconButton
              name={own.removeOption(option.name)}
              onClick={() => put(options.filter(({ id }) => id !== option.id))}
            >
              ×
            </IconButton>
          </Flex>
          <Choices option={option} put={put} withOption={withOption} />
          {Object.entries(faults)
            .filter(([path]) => path.startsWith(`options[${nth}]`))
            .slice(0, 1)
            .map(([path, message]) => (
              <State key={path} tone="brick">
                {message}
              </State>
            ))}
        </Box>
      ))}
      <PlainButton
        disabled={options.length >= 4}
        onClick={() =>
          put([
            ...options,
            {
              id: nanoid(8),
              name: options.length ? own.option : own.newOption,
              choices: [{ id: nanoid(8), name: own.newChoice(1), price: 0, grams: 0 }],
            },
          ])
        }
      >
        {own.addOption}
      </PlainButton>
    </Group>
  );
}

/** The choices of one option, each with what it adds to the price. */
const Choices = ({
  option,
  put,
  withOption,
}: {
  option: ProductOption;
  put: (next: readonly ProductOption[], run?: string) => void;
  withOption: (id: string, part: Partial<ProductOption>) => ProductOption[];
}) => (
  <Flex wrap="wrap" gap="8px">
    {option.choices.map((choice, at) => {
      const set = (part: Partial<typeof choice>, run: string) =>
        put(
          withOption(option.id, {
            choices: option.choices.map((one) => (one.id === choice.id ? { ...one, ...part } : one)),
          }),
          run,
        );
      return (
        <Flex key={choice.id} align="center" gap="4px">
          <Box w="108px">
            <TextInput
              aria-label={own.choiceName(option.name, at + 1)}
              value={choice.name}
              onChange={(name) => set({ name }, `choice ${choice.id}`)}
            />
          </Box>
          <ChoicePrice
            label={own.choicePrice(choice.name)}
            value={choice.price}
            onChange={(price) => set({ price }, `price ${choice.id}`)}
          />
          {option.choices.length > 1 ? (
            <IconButton
              name={own.removeChoice(choice.name)}
              onClick={() =>
                put(withOption(option.id, { choices: option.choices.filter(({ id }) => id !== choice.id) }))
              }
            >
              ×
            </IconButton>
          ) : null}
        </Flex>
      );
    })}
    <QuietButton
      onClick={() =>
        put(
          withOption(option.id, {
            choices: [
              ...option.choices,
              { id: nanoid(8), name: own.newChoice(option.choices.length + 1), price: 0, grams: 0 },
            ],
          }),
        )
      }
    >
      {own.addChoice}
    </QuietButton>
  </Flex>
);

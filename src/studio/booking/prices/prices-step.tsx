"use client";
// Prices: rules in the order in which they win, a week drawn as bands, and a moment with who won and who lost.
import { Box, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useState } from "react";
import { newPriceRule } from "@/core/booking/blank";
import type { BookingSetUp, PriceRule } from "@/core/booking/booking";
import { byRank } from "@/core/booking/money/price";
import { moneyWords } from "@/core/money/money";
import { useSite } from "@/studio/frame/site-context";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { editingOf } from "../editing";
import { words } from "../words";
import { conditionsText, RuleSheet } from "./price-rule";
import { WeekOfPrices } from "./price-week";

const own = words.prices;

type Props = StepProps<"booking">;

export function PricesStep(props: Props) {
  const { part, faults } = props;
  const { currency, language } = useSite().settings;
  const [open, setOpen] = useState<string | null>(null);
  const editor = editingOf(props);
  const editing = open === null ? null : editor.one("prices", open);
  const ranked = byRank(part.prices);
  const money = (amount: number) => moneyWords({ amount: Number.isFinite(amount) ? amount : 0, currency }, language);
  return (
    <>
      <Text color="ink2" mb="8px">
        {own.about}
      </Text>
      {part.prices.length ? (
        <Box as="table" w="100%" style={{ borderCollapse: "collapse" }}>
          <thead>
            <tr>
              {[own.rank, own.when, own.priority, own.price, ""].map((name, at) => (
                <Text
                  as="th"
                  key={at}
                  textAlign={at === 3 ? "end" : "start"}
                  color="ink2"
                  fontWeight="500"
                  fontSize="small"
                  p="4px 6px"
                >
                  {name || <Hidden>{own.commands}</Hidden>}
                </Text>
              ))}
            </tr>
          </thead>
          <tbody>
            {ranked.map((rule, rank) => {
              const index = part.prices.indexOf(rule);
              const wrong = Object.keys(faults).some((path) => path.startsWith(`part.prices[${index}]`));
              return (
                <RuleLine
                  key={rule.id}
                  rule={rule}
                  open={open}
                  rank={rank}
                  setOpen={setOpen}
                  part={part}
                  wrong={wrong}
                  money={money}
                  editor={editor}
                />
              );
            })}
          </tbody>
        </Box>
      ) : null}
      <PlainButton
        mt="8px"
        onClick={() => {
          const id = nanoid(10);
          editor.add("prices", { ...newPriceRule(id, part.services[0]?.price?.amount ?? 0), service: "" });
          setOpen(id);
        }}
      >
        <Plus size={14} /> {own.add}
      </PlainButton>
      {editing ? <RuleSheet part={part} editing={editing} /> : null}
      {props.sound.services.length ? <WeekOfPrices {...props} /> : null}
    </>
  );
}

/** One rule in the list: its rank, when it holds, its price. */
const RuleLine = ({
  rule,
  open,
  rank,
  setOpen,
  part,
  wrong,
  money,
  editor,
}: {
  rule: PriceRule;
  open: string | null;
  rank: number;
  setOpen: (next: string | null) => void;
  part: BookingSetUp;
  wrong: boolean;
  money: (amount: number) => string;
  editor: ReturnType<typeof editingOf>;
}) => (
  <Box as="tr" bg={rule.id === open ? "wash" : "white"} borderTopWidth="1px" borderColor="line">
    <Cell>{rank + 1}</Cell>
    <Cell>
      <button
        type="button"
        aria-expanded={rule.id === open}
        onClick={() => setOpen(rule.id === open ? null : rule.id)}
        style={{ textAlign: "start", fontWeight: 600, cursor: "pointer", minHeight: 24 }}
      >
        {conditionsText(rule, part)}
      </button>
      {wrong ? <State tone="brick">{words.notComplete}</State> : null}
    </Cell>
    <Cell>{rule.priority || ""}</Cell>
    <Cell end>
      {rule.price.earlier === null ? null : (
        <Text as="s" color="ink2" me="6px">
          {money(rule.price.earlier)}
        </Text>
      )}
      {money(rule.price.amount)}
    </Cell>
    <Cell end>
      <IconButton name={own.remove(conditionsText(rule, part))} onClick={() => editor.remove("prices", rule.id)}>
        <Trash2 size={13} />
      </IconButton>
    </Cell>
  </Box>
);

const Cell = ({ children, end }: { children: React.ReactNode; end?: boolean }) => (
  <Box as="td" p="6px" verticalAlign="top" textAlign={end ? "end" : "start"} whiteSpace={end ? "nowrap" : undefined}>
    {children}
  </Box>
);

const Hidden = ({ children }: { children: React.ReactNode }) => (
  <Box as="span" position="absolute" w="1px" h="1px" overflow="hidden" clipPath="inset(50%)">
    {children}
  </Box>
);

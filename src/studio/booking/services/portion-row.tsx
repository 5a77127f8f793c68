"use client";
// A part of a price: a share of it, or so much a seat.
import { Flex } from "@chakra-ui/react";
import type { Portion, Service } from "@/core/booking/booking";
import { decimalsOf } from "@/core/money/money";
import type { Form } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row } from "@/studio/kit/fields";
import { words } from "../words";

const own = words.portion;
type Kind = "none" | Portion["kind"];

const fresh: Readonly<Record<Kind, (whole: number) => Portion | undefined>> = {
  none: () => undefined,
  share: () => ({ kind: "share", percent: 50 }),
  amount: (whole) => ({ kind: "amount", amount: Math.max(1, Math.round(whole / 2)) }),
};

export function PortionRow({
  label,
  none,
  hint,
  of,
  item,
  fault,
  put,
}: Form<Service> & {
  label: string;
  /** How nothing is called. */
  none: string;
  hint?: string;
  of: "deposit" | "lateFee";
}) {
  const value = item[of];
  const price = item.price?.amount ?? 0;
  const onChange = (next: Portion | undefined) => put({ [of]: next });
  const { currency } = useSite().settings;
  const unit = 10 ** decimalsOf(currency);
  return (
    <Row label={label} error={fault(`${of}.percent`) ?? fault(`${of}.amount`)} hint={hint}>
      {(ids) => (
        <Flex gap="6px">
          <Choice
            {...ids}
            value={value?.kind ?? "none"}
            options={[["none", none], ...own.kinds]}
            onChange={(kind) => onChange(fresh[kind as Kind](price))}
          />
          {value?.kind === "share" ? (
            <NumberInput
              aria-label={own.percent(label)}
              unit="%"
              step={1}
              value={value.percent}
              onChange={(percent) => onChange({ kind: "share", percent: percent ?? 0 })}
            />
          ) : null}
          {value?.kind === "amount" ? (
            <NumberInput
              aria-label={own.amount(label)}
              unit={currency}
              step={1 / unit}
              value={value.amount / unit}
              onChange={(typed) => onChange({ kind: "amount", amount: Math.round((typed ?? 0) * unit) })}
            />
          ) : null}
        </Flex>
      )}
    </Row>
  );
}

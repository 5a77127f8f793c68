"use client";
// A price as people write it, in the currency of the site; kept in its smallest unit.
import { decimalsOf } from "@/core/money/money";
import { useSite } from "@/studio/frame/site-context";
import { NumberInput, Row } from "@/studio/kit/fields";
import { words } from "./words";

export function MoneyRow({
  label,
  amount,
  fault,
  onChange,
  departs,
  onReturn,
  placeholder,
}: {
  label: string;
  /** Of the smallest unit; null for none. */
  amount: number | null;
  fault: string | undefined;
  onChange: (amount: number | null) => void;
  departs?: boolean;
  onReturn?: () => void;
  placeholder?: string;
}) {
  const { currency } = useSite().settings;
  const decimals = decimalsOf(currency);
  const unit = 10 ** decimals;
  // What has more decimals than the currency is kept as it was typed, and told.
  const odd = amount !== null && !Number.isInteger(amount);
  return (
    <Row
      label={label}
      error={odd ? words.moneyDecimals(decimals, currency) : fault}
      {...(departs ? { departs } : {})}
      {...(onReturn ? { onReturn } : {})}
    >
      {(ids) => (
        <NumberInput
          {...ids}
          unit={currency}
          step={1 / unit}
          {...(placeholder ? { placeholder } : {})}
          value={amount === null ? undefined : Number((amount / unit).toFixed(decimals + 3))}
          onChange={(typed) => onChange(typed === undefined ? null : inUnits(typed, unit))}
        />
      )}
    </Row>
  );
}

/** 38.1 of 100 is 3810: a binary fraction is no fault of whoever typed it. */
export function inUnits(typed: number, unit: number): number {
  const exact = typed * unit;
  const nearest = Math.round(exact);
  return Math.abs(exact - nearest) < 1e-6 ? nearest : exact;
}

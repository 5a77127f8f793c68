"use client";
// A basket worked out from what the steps say now, line by line, with every reason: why this total?
import { Box, Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { useState } from "react";
import type { Total } from "@/core/cart/total";
import { priceOf } from "@/core/catalog/price";
import { moneyWords } from "@/core/money/money";
import { reckon } from "@/core/shop/reckon";
import type { CartShown } from "@/core/storefront/view";
import { quantityWords } from "@/core/storefront/view";
import { voucherPurpose } from "@/core/voucher/purpose";
import type { WidgetOf } from "@/core/widget/settings";
import { useSite } from "@/studio/frame/site-context";
import { Row, TextInput } from "@/studio/kit/fields";
import { reasonOf } from "./reasons";
import { between, signed } from "./sums";
import { words as own } from "./words";

export function WhyView({ widget }: { readonly widget: WidgetOf<"shop">; readonly part: null }) {
  const { shop: sample, settings } = useSite();
  const [country, setCountry] = useState<string | null>(null);
  const [postcode, setPostcode] = useState("");
  const [number, setNumber] = useState("");
  const { currency } = settings;
  const price = (amount: number) => moneyWords({ amount, currency }, "en-GB");
  const products = (sample?.products ?? []).slice(0, 2);
  if (!sample || !products.length) return <Text color="ink2">{own.noCart}</Text>;
  const to = { country: (country ?? widget.settings.tax.home).toUpperCase(), region: "", postcode };
  const { shown } = reckon(
    {
      lines: products.flatMap((product, at) => {
        const [variant] = product.variants;
        if (!variant) return [];
        const quantity = product.sale.unit === "piece" ? 2 - at : 3400;
        return [
          {
            id: product.id,
            product: product.id,
            variant: variant.id,
            quantity,
            asked: {},
            seen: priceOf(product, variant).value,
          },
        ];
      }),
    },
    { to, way: "", taxNumber: number.toUpperCase().replace(/[^A-Z0-9]/g, "") },
    {
      shop: widget.settings,
      language: "en-GB",
      currency,
      today: sample.today,
      now: { day: Date.parse(`${sample.today}T00:00:00Z`) / 86_400_000, minutes: 600 },
      vouchersAre: voucherPurpose(widget.settings, products),
      isHoliday: () => false,
      productOf: (variant) => products.find(({ variants }) => variants.some(({ id }) => id === variant)),
      left: () => null,
    },
  );
  const { total } = shown;
  const reasons = [
    ...new Set(
      [
        ...total.lines.flatMap((line) => line.reasons),
        ...(total.sending?.reasons ?? []),
        ...(shown.ways.length ? [] : shown.why),
        ...total.reasons,
      ].map((reason) => reasonOf(reason, price)),
    ),
  ].filter(Boolean);
  const line = (label: string, aside: string, amount: string, key: string) => (
    <Flex key={key} py="7px" borderBottomWidth="1px" borderColor="line" gap="12px" align="baseline">
      <Text flex="1">{label}</Text>
      <Text color="ink2" fontSize="small" w="80px" textAlign="right" fontVariantNumeric="tabular-nums">
        {aside}
      </Text>
      <Text w="80px" textAlign="right" fontWeight="650" fontVariantNumeric="tabular-nums">
        {amount}
      </Text>
    </Flex>
  );
  return (
    <PriceAsked
      to={to}
      setCountry={setCountry}
      postcode={postcode}
      setPostcode={setPostcode}
      number={number}
      setNumber={setNumber}
      shown={shown}
      line={line}
      price={price}
      total={total}
      reasons={reasons}
    />
  );
}

/** What is asked, and the price with its reasons. */
const PriceAsked = ({
  to,
  setCountry,
  postcode,
  setPostcode,
  number,
  setNumber,
  shown,
  line,
  price,
  total,
  reasons,
}: {
  to: { country: string; region: string; postcode: string };
  setCountry: (next: string | null) => void;
  postcode: string;
  setPostcode: (next: string) => void;
  number: string;
  setNumber: (next: string) => void;
  shown: CartShown;
  line: (label: string, aside: string, amount: string, key: string) => ReactNode;
  price: (amount: number) => string;
  total: Total;
  reasons: string[];
}) => (
  <Box bg="white" borderWidth="1px" borderColor="line" p="18px" boxShadow="page">
    <Text as="h2" fontFamily="heading" fontSize="title" fontWeight="700" mb="8px">
      {own.basket}
    </Text>
    <Flex gap="10px">
      <Box w="130px">
        <Row label={own.sentTo} stacked>
          {(ids) => <TextInput {...ids} maxLength={2} value={to.country} onChange={setCountry} />}
        </Row>
      </Box>
      <Box w="130px">
        <Row label={own.postcode} stacked>
          {(ids) => <TextInput {...ids} maxLength={12} value={postcode} onChange={setPostcode} />}
        </Row>
      </Box>
      <Box flex="1">
        <Row label={own.taxNumber} stacked>
          {(ids) => <TextInput {...ids} maxLength={20} value={number} onChange={setNumber} />}
        </Row>
      </Box>
    </Flex>
    {shown.lines.map((one) =>
      line(
        `${quantityWords(one.quantity, one.product, "en-GB")} × ${one.name}`,
        price(one.price),
        price(one.amount),
        one.id,
      ),
    )}
    {between(total).map(({ label, amount }) => line(label, "", signed(amount, price), label))}
    {line(own.toPay, "", price(total.toPay), "pay")}
    {total.taxes
      .filter(({ tax }) => tax > 0)
      .map(({ rate, owedTo, net, tax }) => (
        <Text key={`${rate} ${owedTo}`} color="ink2" fontSize="small" mt="6px">
          {own.taxLine(String(rate / 1000), owedTo, price(net), price(tax))}
        </Text>
      ))}
    <Text fontWeight="650" mt="12px" mb="4px">
      {own.why}
    </Text>
    <Box as="ol" pl="22px" listStyleType="decimal">
      {reasons.map((reason) => (
        <li key={reason}>{reason}</li>
      ))}
    </Box>
  </Box>
);

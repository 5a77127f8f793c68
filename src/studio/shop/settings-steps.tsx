"use client";
// How buyers pay, how the shop looks, and which pages it has.
import { Flex, Text } from "@chakra-ui/react";
import Link from "next/link";
import { type PictureRatio, pictureRatios, type Shop, shopPages } from "@/core/shop/shop";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, RefusalNote, State } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import { useDeed } from "@/studio/kit/use-deed";
import { PaymentsPanel } from "@/studio/payment/payments-panel";
import type { StepProps } from "@/studio/widget/half";
import { LinesRow } from "./lines-row";
import { words as own } from "./words";

/** Ways to be paid are the site’s: the same as on their own screen. */
export const PaymentsStep = () => <PaymentsPanel narrow />;

export function LookStep({ settings: { look, currencies }, faults, change }: StepProps<"shop">) {
  const set = (part: Partial<Shop["look"]>) => change({ look: { ...look, ...part } });
  const columns = (name: "wide" | "tablet" | "phone", most: number) => (
    <Row key={name} label={own[name]} error={faults[`look.columns.${name}`]}>
      {(ids) => (
        <NumberInput
          {...ids}
          min={1}
          max={most}
          step={1}
          value={look.columns[name]}
          onChange={(value) => set({ columns: { ...look.columns, [name]: value ?? 1 } })}
        />
      )}
    </Row>
  );
  return (
    <>
      <Row label={own.ratio}>
        {(ids) => (
          <Choice
            {...ids}
            value={look.ratio}
            onChange={(ratio) => set({ ratio: ratio as PictureRatio })}
            options={pictureRatios.map((ratio) => [ratio, ratio.replace(":", " : ")] as const)}
          />
        )}
      </Row>
      <Tick label={own.whole} checked={look.whole} onChange={(whole) => set({ whole })} />
      <Tick label={own.second} checked={look.second} onChange={(second) => set({ second })} />
      <Tick label={own.marks} checked={look.marks} onChange={(marks) => set({ marks })} />
      <Row label={own.align}>
        {(ids) => (
          <Choice
            {...ids}
            value={look.align}
            onChange={(align) => set({ align: align as Shop["look"]["align"] })}
            options={(["start", "center"] as const).map((one) => [one, own.aligns[one]] as const)}
          />
        )}
      </Row>
      <Row label={own.button}>
        {(ids) => (
          <Choice
            {...ids}
            value={look.button}
            onChange={(button) => set({ button: button as Shop["look"]["button"] })}
            options={(["none", "below", "over", "pointed"] as const).map((one) => [one, own.buttons[one]] as const)}
          />
        )}
      </Row>
      <Row label={own.showsBasket}>
        {(ids) => (
          <Choice
            {...ids}
            value={look.basket ?? "sheet"}
            onChange={(basket) => set({ basket: basket as "sheet" | "page" })}
            options={(["sheet", "page"] as const).map((one) => [one, own.basketPlaces[one]] as const)}
          />
        )}
      </Row>
      <Group title={own.columns}>
        {columns("wide", 6)}
        {columns("tablet", 4)}
        {columns("phone", 2)}
      </Group>
      <Row label={own.perPage} error={faults["look.perPage"]}>
        {(ids) => (
          <NumberInput
            {...ids}
            min={4}
            max={96}
            step={4}
            unit={own.productsUnit}
            value={look.perPage}
            onChange={(perPage) => set({ perPage: perPage ?? 24 })}
          />
        )}
      </Row>
      <Row label={own.newDays} error={faults["look.newDays"]}>
        {(ids) => (
          <NumberInput
            {...ids}
            min={0}
            max={365}
            step={1}
            unit={own.daysUnit}
            value={look.newDays}
            onChange={(newDays) => set({ newDays: newDays ?? 0 })}
          />
        )}
      </Row>
      <LinesRow
        label={own.currencies}
        hint={own.currenciesHint}
        value={currencies}
        error={faults.currencies}
        write={({ code, rate }) => `${code} ${rate}`}
        read={(line) => {
          const [, code, rate] = /^([A-Za-z]{3})\s+(\d{1,7}(?:[.,]\d{1,6})?)$/.exec(line) ?? [];
          return code && rate ? { code: code.toUpperCase(), rate: Number(rate.replace(",", ".")) } : null;
        }}
        fault={own.bandsFault}
        onChange={(next) => change({ currencies: next })}
      />
    </>
  );
}

export function PagesStep({
  id,
  settings: { pages, terms, prefixes, remindAfterHours, seller, taxNumber },
  faults,
  change,
}: StepProps<"shop">) {
  const site = useSite();
  const refresh = useRefresh();
  const { refusal, busy, attempt } = useDeed();
  const options = site.pages.map((page) => [page.id, page.title] as const);
  const missing = shopPages.some((page) => pages[page] === null);
  return (
    <>
      {missing ? (
        <>
          <Text mb="8px">{own.makePagesHint}</Text>
          <MainButton
            mb="12px"
            disabled={busy}
            onClick={() =>
              attempt(async () => {
                const made = await ask("shop.makePages", { site: site.key, widget: id });
                await refresh();
                change({ pages: made.pages });
              })
            }
          >
            {own.makePages}
          </MainButton>
        </>
      ) : null}
      <RefusalNote refusal={refusal} />
      {shopPages.map((page) => (
        <Row key={page} label={own.pageNames[page]} error={faults[`pages.${page}`]}>
          {(ids) => (
            <Flex gap="8px" align="center">
              <Choice
                {...ids}
                value={pages[page] ?? ""}
                onChange={(chosen) => change({ pages: { ...pages, [page]: chosen || null } })}
                options={[["", own.noPage], ...options]}
              />
              {pages[page] ? (
                <Link
                  href={`/s/${site.key}/pages/${pages[page]}`}
                  aria-label={`${own.change}: ${own.pageNames[page]}`}
                  style={{ textDecoration: "underline", whiteSpace: "nowrap", minHeight: 24 }}
                >
                  {own.change}
                </Link>
              ) : (
                <State tone="amber">{own.noPage}</State>
              )}
            </Flex>
          )}
        </Row>
      ))}
      <Row label={own.terms} hint={own.termsHint}>
        {(ids) => (
          <Choice
            {...ids}
            value={terms ?? ""}
            onChange={(chosen) => change({ terms: chosen || null })}
            options={[["", own.noPage], ...options]}
          />
        )}
      </Row>
      <Row label={own.remindAfter} hint={own.remindHint} error={faults.remindAfterHours}>
        {(ids) => (
          <NumberInput
            {...ids}
            min={1}
            max={168}
            step={1}
            unit={own.hoursUnit}
            value={remindAfterHours ?? undefined}
            onChange={(hours) => change({ remindAfterHours: hours ?? null })}
          />
        )}
      </Row>
      <Row label={own.orderPrefix} error={faults["prefixes.order"]}>
        {(ids) => (
          <TextInput
            {...ids}
            maxLength={8}
            value={prefixes.order}
            onChange={(order) => change({ prefixes: { ...prefixes, order: order.toUpperCase() } })}
          />
        )}
      </Row>
      <Group title={own.invoices}>
        <Row label={own.invoicePrefix} error={faults["prefixes.invoice"]}>
          {(ids) => (
            <TextInput
              {...ids}
              maxLength={8}
              value={prefixes.invoice}
              onChange={(invoice) => change({ prefixes: { ...prefixes, invoice: invoice.toUpperCase() } })}
            />
          )}
        </Row>
        <Row label={own.sellerNumber} error={faults.taxNumber}>
          {(ids) => (
            <TextInput {...ids} maxLength={30} value={taxNumber} onChange={(next) => change({ taxNumber: next })} />
          )}
        </Row>
        <Row label={own.seller} hint={own.sellerHint} error={faults.seller} stacked>
          {(ids) => (
            <TextArea
              {...ids}
              rows={3}
              value={seller ?? ""}
              onChange={(next) => change({ seller: next || undefined })}
            />
          )}
        </Row>
      </Group>
    </>
  );
}

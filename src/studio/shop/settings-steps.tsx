"use client";
// How buyers pay, how the shop looks, and which pages it has.
import { Flex, Text } from "@chakra-ui/react";
import Link from "next/link";
import { pictureRatios, shopPages } from "@/core/shop/shop";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { type Form, settingsForm } from "@/studio/forms/form";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { PaymentsPanel } from "@/studio/payment/payments-panel";
import type { StepProps } from "@/studio/widget/half";
import { LinesRow } from "./lines-row";
import { words as own } from "./words";

/** Ways to be paid are the site’s: the same as on their own screen. */
export const PaymentsStep = () => <PaymentsPanel narrow />;

type Settings = StepProps<"shop">["settings"];

const of = fieldsOf<Settings, readonly (readonly [id: string, title: string])[]>();
const column = (width: "wide" | "tablet" | "phone", max: number) =>
  of.number(`look.columns.${width}`, own[width], { min: 1, max, empty: 1 });

/** "EUR 1.08" as a currency with its rate. */
function readCurrency(line: string): { readonly code: string; readonly rate: number } | null {
  const [, code, rate] = /^([A-Za-z]{3})\s+(\d{1,7}(?:[.,]\d{1,6})?)$/.exec(line) ?? [];
  return code && rate ? { code: code.toUpperCase(), rate: Number(rate.replace(",", ".")) } : null;
}

const lookFields: readonly TableField<Settings>[] = [
  of.choice(
    "look.ratio",
    own.ratio,
    pictureRatios.map((ratio) => [ratio, ratio.replace(":", " : ")]),
  ),
  of.tick("look.whole", own.whole),
  of.tick("look.second", own.second),
  of.tick("look.marks", own.marks),
  of.choice(
    "look.align",
    own.align,
    (["start", "center"] as const).map((one) => [one, own.aligns[one]]),
  ),
  of.choice(
    "look.button",
    own.button,
    (["none", "below", "over", "pointed"] as const).map((one) => [one, own.buttons[one]]),
  ),
  of.choice(
    "look.basket",
    own.showsCart,
    (["sheet", "page"] as const).map((one) => [one, own.cartPlaces[one]]),
    { shows: ({ look }) => look.basket ?? "sheet" },
  ),
  of.group(own.columns, [column("wide", 6), column("tablet", 4), column("phone", 2)]),
  of.number("look.perPage", own.perPage, { min: 4, max: 96, step: 4, unit: own.productsUnit, empty: 24 }),
  of.number("look.newDays", own.newDays, { min: 0, max: 365, unit: own.daysUnit }),
  of.slot(({ item, fault, put }) => (
    <LinesRow
      label={own.currencies}
      hint={own.currenciesHint}
      value={item.currencies}
      error={fault("currencies")}
      write={({ code, rate }) => `${code} ${rate}`}
      read={readCurrency}
      fault={own.bandsFault}
      onChange={(currencies) => put({ currencies })}
    />
  )),
];

export const LookStep = (props: StepProps<"shop">) => <FieldTable {...settingsForm(props)} of={lookFields} />;

const upper = (typed: string) => typed.toUpperCase();

const pagesFields: readonly TableField<Settings>[] = [
  ...shopPages.map((page) => of.slot((form) => <PageRow page={page} {...form} />)),
  of.choice("terms", own.terms, (_settings, pages) => [["", own.noPage], ...pages], {
    empty: null,
    hint: own.termsHint,
  }),
  of.line("prefixes.order", own.orderPrefix, { most: 8, read: upper }),
  of.group(own.invoices, [
    of.line("prefixes.invoice", own.invoicePrefix, { most: 8, read: upper }),
    of.line("taxNumber", own.sellerNumber, { most: 30 }),
    of.area("seller", own.seller, { stacked: true, hint: own.sellerHint, empty: undefined }),
  ]),
];

/** The page that one part of the shop stands on, with a way to it. */
function PageRow({
  page,
  item: { pages },
  around,
  fault,
  put,
}: Form<Settings> & {
  page: (typeof shopPages)[number];
  around: readonly (readonly [id: string, title: string])[];
}) {
  const site = useSite();
  return (
    <Row label={own.pageNames[page]} error={fault(`pages.${page}`)}>
      {(ids) => (
        <Flex gap="8px" align="center">
          <Choice
            {...ids}
            value={pages[page] ?? ""}
            onChange={(chosen) => put({ pages: { ...pages, [page]: chosen || null } })}
            options={[["", own.noPage], ...around]}
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
  );
}

export function PagesStep(props: StepProps<"shop">) {
  const { id, settings, change } = props;
  const site = useSite();
  const refresh = useRefresh();
  const { refusal, busy, attempt } = useCommand();
  const missing = shopPages.some((page) => settings.pages[page] === null);
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
      <FieldTable
        {...settingsForm(props)}
        around={site.pages.map((page) => [page.id, page.title] as const)}
        of={pagesFields}
      />
    </>
  );
}

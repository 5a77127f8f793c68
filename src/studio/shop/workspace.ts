// The workspace of the shop.

import { useQuery } from "@tanstack/react-query";
import { isWritten, orderLetters } from "@/core/order/letters/kinds";
import { nobodyPays } from "@/core/payment/problems";
import { shopJudge } from "@/core/shop/judge";
import { type Shop, shopPages } from "@/core/shop/shop";
import { shop } from "@/core/shop/widget";
import { useSite } from "@/studio/frame/site-context";
import { later } from "@/studio/kit/later";
import { paymentsQuery } from "@/studio/payment/query";
import type { StepWarning, WidgetWorkspace } from "@/studio/widget/half";
import { words } from "./words";

const CategoriesStep = later(() => import("./categories-step").then((module) => module.CategoriesStep));
const ExchangeStep = later(() => import("./exchange-step").then((module) => module.ExchangeStep));
const FiguresStep = later(() => import("./figures-step").then((module) => module.FiguresStep));
const LettersStep = later(() => import("./letters-step").then((module) => module.LettersStep));
const ProductsStep = later(() => import("./products-step").then((module) => module.ProductsStep));
const SendingStep = later(() => import("./sending-step").then((module) => module.SendingStep));
const LookStep = later(() => import("./settings-steps").then((module) => module.LookStep));
const PagesStep = later(() => import("./settings-steps").then((module) => module.PagesStep));
const PaymentsStep = later(() => import("./settings-steps").then((module) => module.PaymentsStep));
const StockStep = later(() => import("./stock-step").then((module) => module.StockStep));
const TaxStep = later(() => import("./tax-step").then((module) => module.TaxStep));
const WhyView = later(() => import("./why-view").then((module) => module.WhyView));

/** Ways to be paid are the site’s, and so no part of the settings. */
function useNobodyPays({ enabled }: Shop): readonly StepWarning[] {
  const { key } = useSite();
  const { data } = useQuery(paymentsQuery(key));
  if (!enabled || !data || data.ways.some(({ on }) => on)) return [];
  return [{ step: "payments", code: nobodyPays.code, values: {}, stops: true }];
}

export const workspace: WidgetWorkspace<"shop"> = {
  kind: shop,
  judge: shopJudge,
  steps: [
    {
      key: "products",
      title: words.products,
      of: [],
      summary: () => words.productsNote,
      Panel: ProductsStep,
      wide: true,
      beside: "own",
    },
    {
      key: "categories",
      title: words.categories,
      of: [],
      summary: () => words.categoriesNote,
      Panel: CategoriesStep,
      wide: true,
      beside: "own",
    },
    {
      key: "exchange",
      title: words.exchange,
      of: [],
      summary: () => words.exchangeNote,
      Panel: ExchangeStep,
      wide: true,
      beside: "own",
    },
    {
      key: "stock",
      title: words.stockTitle,
      of: [],
      summary: () => words.stockNote,
      Panel: StockStep,
      wide: true,
      beside: "own",
    },
    {
      key: "figures",
      title: words.figuresTitle,
      of: [],
      summary: () => words.figuresNote,
      Panel: FiguresStep,
      wide: true,
      beside: "own",
    },
    {
      key: "tax",
      title: words.tax,
      of: ["tax", "taxNumber"],
      summary: ({ tax }) => words.taxNote(tax.home, tax.included),
      Panel: TaxStep,
      beside: "own",
    },
    {
      key: "sending",
      title: words.sending,
      of: ["zones", "dispatch"],
      summary: ({ zones }) => words.sendingNote(zones.length),
      Panel: SendingStep,
      beside: "own",
    },
    {
      key: "payments",
      title: words.payments,
      of: [],
      summary: () => words.paymentsNote,
      Panel: PaymentsStep,
      wide: true,
      beside: "own",
    },
    {
      key: "letters",
      title: words.lettersTitle,
      of: ["letters", "remindAfterHours"],
      summary: ({ letters }) =>
        words.lettersNote(orderLetters.filter((kind) => isWritten(kind, letters)).length, orderLetters.length),
      Panel: LettersStep,
      wide: true,
      beside: "own",
    },
    {
      key: "look",
      title: words.look,
      of: ["look", "currencies"],
      summary: () => words.lookNote,
      Panel: LookStep,
      beside: "visitor",
    },
    {
      key: "pages",
      title: words.pages,
      of: ["pages", "terms", "prefixes", "seller", "taxNumber"],
      summary: ({ pages }) =>
        words.pagesNote(shopPages.filter((page) => pages[page] !== null).length, shopPages.length),
      Panel: PagesStep,
      beside: "own",
    },
  ],
  warnings: function* ({ enabled, pages, terms }) {
    if (!enabled) return;
    if (shopPages.some((page) => pages[page] === null))
      yield { step: "pages", code: "check.shopPages", values: {}, stops: true };
    if (terms === null) yield { step: "pages", code: "check.shopTerms", values: {} };
  },
  useOutside: useNobodyPays,
  view: { title: words.whyTitle, View: WhyView },
  series: [{ key: "orders", name: words.orders, main: true }],
  states: { title: words.byState, names: words.orderStates },
};

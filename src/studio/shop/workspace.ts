// The workspace of the shop.

import { useQuery } from "@tanstack/react-query";
import { nobodyPays } from "@/core/payment/problems";
import { shopJudge } from "@/core/shop/judge";
import { type Shop, shopPages } from "@/core/shop/shop";
import { useSite } from "@/studio/frame/site-context";
import { paymentsQuery } from "@/studio/payment/query";
import { type StepWarning, sum, type WidgetWorkspace } from "@/studio/widget/half";
import { CategoriesStep } from "./categories-step";
import { ExchangeStep } from "./exchange-step";
import { FiguresStep } from "./figures-step";
import { ProductsStep } from "./products-step";
import { SendingStep } from "./sending-step";
import { LookStep, PagesStep, PaymentsStep } from "./settings-steps";
import { StockStep } from "./stock-step";
import { TaxStep } from "./tax-step";
import { WhyView } from "./why-view";
import { words } from "./words";

/** Ways to be paid are the site’s, and so no part of the settings. */
function useNobodyPays({ enabled }: Shop): readonly StepWarning[] {
  const { key } = useSite();
  const { data } = useQuery(paymentsQuery(key));
  if (!enabled || !data || data.ways.some(({ on }) => on)) return [];
  return [{ step: "payments", code: nobodyPays.code, values: {} }];
}

export const workspace: WidgetWorkspace<"shop"> = {
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
    if (shopPages.some((page) => pages[page] === null)) yield { step: "pages", code: "check.shopPages", values: {} };
    if (terms === null) yield { step: "pages", code: "check.shopTerms", values: {} };
  },
  useOutside: useNobodyPays,
  view: { title: words.whyTitle, View: WhyView },
  series: [{ key: "orders", name: words.orders, main: true }],
  figures: ({ series }) => [[words.orders, sum(series.orders)]],
  states: { title: words.byState, names: words.orderStates },
};

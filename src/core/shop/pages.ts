// The pages a shop starts with, composed from blocks: each can be changed as any other page.
import { inLanguage } from "@/core/locale/words";
import { builder } from "@/core/page/build";
import { shopContent } from "@/core/page/kinds/shop";
import type { PageNode } from "@/core/page/node";
import { type ShopPage, shopPages } from "./shop";

interface Named {
  readonly title: string;
  readonly slug: string;
}

const names: Readonly<Record<"en" | "de" | "fr", Readonly<Record<ShopPage, Named>>>> = {
  en: {
    catalog: { title: "Shop", slug: "shop" },
    category: { title: "Category", slug: "shop-category" },
    product: { title: "Product", slug: "shop-product" },
    search: { title: "Search", slug: "shop-search" },
    cart: { title: "Basket", slug: "basket" },
    checkout: { title: "Checkout", slug: "checkout" },
    thanks: { title: "Thank you", slug: "order-placed" },
    order: { title: "Your order", slug: "order" },
    account: { title: "Yours here", slug: "yours" },
  },
  de: {
    catalog: { title: "Laden", slug: "laden" },
    category: { title: "Kategorie", slug: "laden-kategorie" },
    product: { title: "Artikel", slug: "laden-artikel" },
    search: { title: "Suche", slug: "laden-suche" },
    cart: { title: "Korb", slug: "korb" },
    checkout: { title: "Kasse", slug: "kasse" },
    thanks: { title: "Danke", slug: "bestellt" },
    order: { title: "Ihre Bestellung", slug: "bestellung" },
    account: { title: "Ihres hier", slug: "ihres" },
  },
  fr: {
    catalog: { title: "Boutique", slug: "boutique" },
    category: { title: "Catégorie", slug: "boutique-categorie" },
    product: { title: "Article", slug: "boutique-article" },
    search: { title: "Recherche", slug: "boutique-recherche" },
    cart: { title: "Panier", slug: "panier" },
    checkout: { title: "Commande", slug: "commander" },
    thanks: { title: "Merci", slug: "commande-recue" },
    order: { title: "Votre commande", slug: "commande" },
    account: { title: "Votre espace", slug: "votre-espace" },
  },
};

/** Above what is new, where somebody is thanked. */
const newIn = { en: "New in the shop", de: "Neu im Laden", fr: "Nouveau dans la boutique" };

/** What a page of the shop is called, and its address. */
export const shopPageNames = (language: string): Readonly<Record<ShopPage, Named>> => inLanguage(names, language);

/** The page that visitors find by themselves; the others are led to. */
export const isFound = (page: ShopPage): boolean => page === "catalog";

/** Bodies of the pages, with fresh ids. */
export function shopPageBodies(language: string, newId: () => string): Readonly<Record<ShopPage, PageNode>> {
  const b = builder(newId);
  const part = (...asked: Parameters<typeof shopContent>) => b.node("shop", { ...shopContent(...asked) });
  const named = shopPageNames(language);
  const section = (page: ShopPage, ...children: readonly PageNode[]) =>
    b.page(b.section(named[page].title, { above: 40, below: 64 }, ...children));
  const bodies: { readonly [P in ShopPage]: () => PageNode } = {
    catalog: () => section("catalog", part("title"), part("search"), part("list", { list: "asked", filters: true })),
    category: () => section("category", part("crumbs"), part("title"), part("list", { list: "asked", filters: true })),
    product: () =>
      b.page(
        b.section(
          named.product.title,
          { above: 32, below: 40 },
          part("crumbs"),
          b.columns(
            { split: "1:1", gap: 48 },
            b.stack({}, part("pictures")),
            b.stack({}, part("title"), part("price"), part("add"), part("words")),
          ),
        ),
        b.section("Related", { above: 24, below: 64 }, part("list", { list: "related", most: 4 })),
      ),
    cart: () => section("cart", b.heading(1, named.cart.title), part("cart")),
    checkout: () => section("checkout", b.heading(1, named.checkout.title), part("checkout")),
    search: () =>
      section(
        "search",
        b.heading(1, named.search.title),
        part("search"),
        part("list", { list: "asked", filters: true }),
      ),
    thanks: () =>
      b.page(
        b.section(named.thanks.title, { above: 40, below: 40 }, part("order")),
        b.section(
          named.catalog.title,
          { above: 24, below: 64 },
          b.heading(2, inLanguage(newIn, language)),
          part("list", { list: "newest", most: 4 }),
        ),
      ),
    order: () => section("order", part("order")),
    account: () => section("account", b.heading(1, named.account.title), part("account")),
  };
  return Object.fromEntries(shopPages.map((page) => [page, bodies[page]()])) as Record<ShopPage, PageNode>;
}

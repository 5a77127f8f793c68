// What search engines and other pages read of a product or a category: title, description, address, pictures, schema.org.
import { priceOf } from "@/core/catalog/price";
import { variantName } from "@/core/catalog/product";
import { plainText } from "@/core/catalog/text";
import { decimalsOf } from "@/core/money/money";
import { scriptJson } from "@/core/render/markup";
import { crumbsOf } from "./list";
import { categoryPath, html, productPath, type ShopView } from "./view";

/** schema.org wants amounts with a point. */
const major = (amount: number, currency: string): string =>
  (amount / 10 ** decimalsOf(currency)).toFixed(decimalsOf(currency));

/** A product with its offers, as JSON-LD 1.1. */
export function productData(view: ShopView): object | null {
  const { product } = view;
  if (!product) return null;
  const address = view.origin + productPath(view, product);
  const images = product.pictures.map(({ media }) => view.pictureAddress(media)).filter(Boolean);
  const description = product.description || plainText(product.words).slice(0, 5000);
  return {
    "@context": "https://schema.org",
    "@type": "Product",
    name: product.name,
    ...(description ? { description } : {}),
    url: address,
    ...(images.length ? { image: images.map((path) => view.origin + path) } : {}),
    ...(product.variants.length === 1 ? { sku: product.variants[0]?.sku } : {}),
    offers: product.variants.map((variant) => ({
      "@type": "Offer",
      name: variantName(product, variant),
      sku: variant.sku,
      url: product.variants.length === 1 ? address : view.origin + productPath(view, product, variant),
      price: major(priceOf(product, variant).value, view.currency),
      priceCurrency: view.currency,
      availability: `https://schema.org/${(view.left(variant.id) ?? 1) > 0 ? "InStock" : "OutOfStock"}`,
    })),
  };
}

/** The way to it, as JSON-LD 1.1. */
export const crumbsData = (view: ShopView): object => ({
  "@context": "https://schema.org",
  "@type": "BreadcrumbList",
  itemListElement: crumbsOf(view).map(({ name, path }, at) => ({
    "@type": "ListItem",
    position: at + 1,
    name,
    item: view.origin + path,
  })),
});

const replaced = (page: string, pattern: RegExp, tag: string): string =>
  pattern.test(page) ? page.replace(pattern, () => tag) : page;

/** A page that shows a product or a category, with the head of that instead of the pattern's own. */
export function productHead(page: string, view: ShopView, siteName: string): string {
  const { product, category } = view;
  const about = product ?? category;
  if (!about) return page;
  const title = `${product?.searchTitle || about.name} · ${siteName}`;
  const description = product ? product.description || plainText(product.words).slice(0, 160) : (category?.words ?? "");
  const address = view.origin + (product ? productPath(view, product) : category ? categoryPath(view, category) : "/");
  const media = product?.pictures[0]?.media ?? category?.picture;
  const image = media ? view.pictureAddress(media) : "";
  const data = [productData(view), crumbsData(view)].filter((one) => one !== null);
  let made = replaced(page, /<title>[^<]*<\/title>/, `<title>${html(title)}</title>`);
  made = replaced(made, /<meta name="robots" content="noindex">/, "");
  made = replaced(made, /<meta name="description" content="[^"]*">/, "");
  made = replaced(made, /<meta property="og:description" content="[^"]*">/, "");
  made = replaced(
    made,
    /<meta property="og:title" content="[^"]*">/,
    `<meta property="og:title" content="${html(about.name)}">`,
  );
  made = replaced(
    made,
    /<meta property="og:url" content="[^"]*">/,
    `<meta property="og:url" content="${html(address)}">`,
  );
  made = replaced(made, /<link rel="canonical" href="[^"]*">/, `<link rel="canonical" href="${html(address)}">`);
  if (image) made = replaced(made, /<meta property="og:image" content="[^"]*">/, "");
  const tags = [
    ...(description
      ? [
          `<meta name="description" content="${html(description)}">`,
          `<meta property="og:description" content="${html(description)}">`,
        ]
      : []),
    ...(image ? [`<meta property="og:image" content="${html(view.origin + image)}">`] : []),
    ...data.map((one) => `<script type="application/ld+json">${scriptJson(one)}</script>`),
  ].join("");
  return made.replace("</head>", () => `${tags}</head>`);
}

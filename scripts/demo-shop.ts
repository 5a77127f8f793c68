// What the demo's workshop sells: forty products with drawn pictures, its pages, and the orders of three months. Set up as a designer
// would, by the same operations; the orders as buyers would, each at its own moment.
import sharp from "sharp";
import type { Category, Product, ProductOption } from "@/core/catalog/product";
import { builder } from "@/core/page/build";
import { shopContent } from "@/core/page/kinds/shop";
import type { PageNode } from "@/core/page/node";
import { paragraphs } from "@/core/page/words/richtext";
import type { ConnectorKind } from "@/core/payment/connectors";
import { noAddress } from "@/core/shop/address";
import { emptyCart } from "@/core/shop/cart";
import { newShop } from "@/core/shop/new-shop";
import type { Shop } from "@/core/shop/shop";
import { inTransaction } from "@/data/connection";
import { findSite } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { Sheet } from "@/server/pdf/sheet";
import { planReminder } from "@/server/shop/cart/abandoned-carts";
import { keepCart, readCart, reckoned } from "@/server/shop/cart/carts";
import { stepOrder } from "@/server/shop/cart/steps";
import { catalogOf } from "@/server/shop/catalog/catalog";
import { makeOrder } from "@/server/shop/orders/orders";
import { liveShop } from "@/server/shop/pages/live";
import { addDocument, addPicture } from "@/server/site/media";
import { type callAs, operator } from "./lib/studio";

type Account = Parameters<typeof callAs>[1];

const glazes = {
  Ash: ["#cfcabd", "#8f8a7b"],
  Tide: ["#6f97a8", "#2f556b"],
  Ember: ["#c9805a", "#7c3c1e"],
  Foam: ["#ece4d2", "#c6b99c"],
} as const;
type Glaze = keyof typeof glazes;

const recipes = [
  [
    "Ash",
    "Wood ash 50, feldspar 30, ball clay 20. Washed twice, sieved at 80. Runs below 1240 °C: leave a finger free.",
  ],
  [
    "Tide",
    "Feldspar 42, whiting 18, silica 24, china clay 12, copper carbonate 4. Two thin coats, the second when the first is dry.",
  ],
  ["Ember", "Ash glaze with 6 red iron oxide. Turns from tan to rust where it pools; keep it off the foot."],
  ["Foam", "Dolomite 20, feldspar 45, silica 20, china clay 15. Crawls on dust: wipe the bisque with a damp sponge."],
] as const;

/** Half widths from rim to foot, on a canvas of 800 by 1000, and how high. */
const forms = {
  mug: { profile: [150, 148, 150, 146, 128], height: 300, handle: true },
  tall: { profile: [120, 122, 126, 128, 112], height: 420, handle: true },
  bowl: { profile: [250, 236, 196, 132, 92], height: 220, handle: false },
  plate: { profile: [300, 280, 210, 150, 140], height: 70, handle: false },
  vase: { profile: [70, 62, 130, 176, 104], height: 460, handle: false },
  planter: { profile: [220, 206, 186, 164, 146], height: 320, handle: false },
  jug: { profile: [104, 92, 150, 168, 116], height: 380, handle: true },
} as const;
type Form = keyof typeof forms;

function vessel(form: Form, [light, dark]: readonly [string, string], ground: string): string {
  const { profile, height, handle } = forms[form];
  const [x, foot] = [400, 700];
  const top = foot - height;
  const at = (nth: number) => top + (height * nth) / (profile.length - 1);
  const side = (sign: number) => profile.map((half, nth) => [x + sign * half, at(nth)] as const);
  const curve = (points: readonly (readonly [number, number])[]) =>
    points
      .slice(1)
      .map(([px, py], nth) => {
        const [qx, qy] = points[nth] as readonly [number, number];
        return `C${qx} ${(qy + py) / 2} ${px} ${(qy + py) / 2} ${px} ${py}`;
      })
      .join("");
  const right = side(1);
  const left = side(-1).reverse();
  const outline = `M${right[0]?.join(" ")}${curve(right)}Q${x} ${foot + 14} ${left[0]?.join(" ")}${curve(left)}Z`;
  const rim = profile[0];
  const grip = handle
    ? `<path d="M${x + rim - 6} ${top + height * 0.18}c130 -10 140 ${height * 0.55} -4 ${height * 0.52}" fill="none" stroke="${dark}" stroke-width="34" stroke-linecap="round"/>`
    : "";
  return `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="1000" viewBox="0 0 800 1000"><defs><linearGradient id="g"><stop offset="0" stop-color="${dark}"/><stop offset=".35" stop-color="${light}"/><stop offset="1" stop-color="${dark}"/></linearGradient><linearGradient id="b" x2="0" y2="1"><stop offset="0" stop-color="${ground}"/><stop offset="1" stop-color="#b9ad97"/></linearGradient><filter id="s"><feGaussianBlur stdDeviation="16"/></filter></defs><rect width="800" height="1000" fill="url(#b)"/><rect y="690" width="800" height="310" fill="#a4967d" opacity=".45"/><ellipse cx="${x + 20}" cy="${foot + 8}" rx="${Math.max(...profile) * 1.05}" ry="26" fill="#2a1d10" opacity=".4" filter="url(#s)"/>${grip}<path d="${outline}" fill="url(#g)"/><path d="M${x - profile[4]} ${foot - 26}Q${x} ${foot + 4} ${x + profile[4]} ${foot - 26}L${x + profile[4]} ${foot}Q${x} ${foot + 16} ${x - profile[4]} ${foot}Z" fill="#9a7a58" opacity=".8"/><ellipse cx="${x}" cy="${top}" rx="${rim}" ry="${Math.max(10, rim * 0.13)}" fill="${light}"/><ellipse cx="${x}" cy="${top + 4}" rx="${rim * 0.93}" ry="${Math.max(7, rim * 0.1)}" fill="#241810" opacity=".5"/></svg>`;
}

/** Things that are no vessels: a block of clay, a jar of glaze, a sheet of paper. */
function block(kind: "clay" | "jar" | "sheet", colour: string): string {
  const bodies = {
    clay: `<path d="M190 420l210-70 220 66v210l-220 84-210-74z" fill="${colour}"/><path d="M400 350v360l-210-74V420z" fill="#000" opacity=".12"/><path d="M190 420l210 66 220-70" fill="none" stroke="#fff" stroke-opacity=".3" stroke-width="5"/>`,
    jar: `<rect x="270" y="330" width="260" height="380" rx="26" fill="#e9e4da"/><rect x="270" y="420" width="260" height="210" fill="${colour}"/><rect x="286" y="284" width="228" height="62" rx="12" fill="#40352b"/>`,
    sheet: `<rect x="230" y="250" width="340" height="470" fill="#f7f2e6"/><rect x="230" y="250" width="340" height="130" fill="${colour}"/><path d="M270 440h260M270 486h230M270 532h250M270 578h180" stroke="#8b7c66" stroke-width="10"/>`,
  };
  return `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="1000" viewBox="0 0 800 1000"><defs><linearGradient id="b" x2="0" y2="1"><stop offset="0" stop-color="#e8dfcd"/><stop offset="1" stop-color="#b9ad97"/></linearGradient><filter id="s"><feGaussianBlur stdDeviation="18"/></filter></defs><rect width="800" height="1000" fill="url(#b)"/><ellipse cx="410" cy="722" rx="230" ry="28" fill="#2a1d10" opacity=".35" filter="url(#s)"/>${bodies[kind]}</svg>`;
}

interface Ware {
  readonly name: string;
  readonly words: string;
  readonly price: number;
  readonly category: string;
  readonly picture: Form | "clay" | "jar" | "sheet";
  readonly glazes: readonly Glaze[];
  readonly grams: number;
  readonly height?: string;
  readonly large?: number;
  readonly earlier?: number;
  readonly more?: Partial<Product>;
}

const hand = (what: string) => `${what} Thrown at the river, fired at 1,240 °C, and good for the dishwasher.`;
const ware = (
  name: string,
  category: string,
  picture: Ware["picture"],
  price: number,
  grams: number,
  of: readonly Glaze[],
  words: string,
  more: Partial<Ware> = {},
): Ware => ({ name, category, picture, price, grams, glazes: of, words, ...more });

const wares: readonly Ware[] = [
  ware(
    "Bell mug",
    "mugs",
    "mug",
    1800,
    310,
    ["Ash", "Tide", "Ember"],
    hand("Wide at the lip, so that tea cools as it should."),
    { large: 400, height: "9 cm", earlier: 2400 },
  ),
  ware(
    "River mug",
    "mugs",
    "mug",
    2000,
    330,
    ["Tide", "Foam"],
    hand("The line where two glazes meet runs as the river does."),
    { height: "10 cm" },
  ),
  ware(
    "Thumb cup",
    "mugs",
    "mug",
    1500,
    220,
    ["Ash", "Ember", "Foam"],
    hand("Without a handle, with a place for the thumb."),
    { height: "8 cm" },
  ),
  ware("Tall beaker", "mugs", "tall", 2200, 360, ["Ash", "Tide"], hand("For long coffee on short days."), {
    height: "13 cm",
  }),
  ware("Ferry mug", "mugs", "mug", 1900, 340, ["Tide"], hand("Heavy in the foot: it stands on a moving deck."), {
    height: "9 cm",
  }),
  ware(
    "Small jug",
    "mugs",
    "jug",
    2600,
    420,
    ["Ash", "Foam"],
    hand("Holds a quarter of a litre of milk, and pours without a drop."),
    { height: "14 cm" },
  ),
  ware("Large jug", "mugs", "jug", 4200, 900, ["Ash", "Tide"], hand("A litre of water for the table."), {
    height: "22 cm",
  }),
  ware("Rice bowl", "bowls", "bowl", 1600, 280, ["Ash", "Tide", "Ember", "Foam"], hand("Fits into the hand."), {
    height: "7 cm",
  }),
  ware("Soup bowl", "bowls", "bowl", 2200, 480, ["Ash", "Ember"], hand("Deep enough for two ladles."), {
    height: "8 cm",
  }),
  ware("Noodle bowl", "bowls", "bowl", 2800, 640, ["Tide", "Foam"], hand("With two notches for sticks."), {
    height: "10 cm",
    earlier: 3200,
  }),
  ware("Fruit bowl", "bowls", "bowl", 5400, 1600, ["Ember", "Foam"], hand("Wide, low, and never empty."), {
    height: "12 cm",
  }),
  ware("Salad bowl", "bowls", "bowl", 4800, 1400, ["Ash"], hand("For six."), { height: "13 cm" }),
  ware("Dipping dish", "bowls", "bowl", 900, 110, ["Ash", "Tide", "Ember", "Foam"], hand("For oil and salt."), {
    height: "4 cm",
  }),
  ware("Breakfast plate", "plates", "plate", 2100, 520, ["Ash", "Foam"], hand("Flat, with a low edge."), {
    height: "2 cm",
  }),
  ware("Dinner plate", "plates", "plate", 2900, 780, ["Ash", "Tide", "Foam"], hand("Twenty-six centimetres across."), {
    height: "3 cm",
  }),
  ware("Serving plate", "plates", "plate", 5200, 1500, ["Ember"], hand("For bread, fish, or a whole cake."), {
    height: "3 cm",
  }),
  ware("Side dish", "plates", "plate", 1400, 260, ["Ash", "Tide"], hand("For what stands beside."), { height: "2 cm" }),
  ware("Bud vase", "vases", "vase", 2400, 380, ["Ash", "Ember", "Foam"], hand("For one stem."), { height: "16 cm" }),
  ware(
    "Shoulder vase",
    "vases",
    "vase",
    5800,
    1300,
    ["Tide", "Ember"],
    hand("Narrow at the neck, so that flowers stand by themselves."),
    { height: "28 cm" },
  ),
  ware("Moon vase", "vases", "vase", 8200, 2100, ["Foam"], hand("Made of two halves. The seam shows."), {
    height: "30 cm",
  }),
  ware(
    "Herb planter",
    "planters",
    "planter",
    2600,
    900,
    ["Ash", "Ember"],
    "With a hole and a saucer. Frost-proof down to −10 °C.",
    { height: "14 cm" },
  ),
  ware(
    "Window planter",
    "planters",
    "planter",
    4400,
    2200,
    ["Ash", "Tide"],
    "Long enough for three plants. Frost-proof down to −10 °C.",
    { height: "18 cm" },
  ),
  ware("Floor planter", "planters", "planter", 9600, 6400, ["Ember"], "For a small tree. Made to order.", {
    height: "36 cm",
    more: { notice: "Made to order, three weeks", makingDays: 15, counted: false },
  }),
  ware(
    "Hanging planter",
    "planters",
    "planter",
    3800,
    1100,
    ["Foam"],
    "With three holes for cords. The cords come with it.",
    { height: "15 cm" },
  ),
  ware("Stoneware clay", "clay", "clay", 180, 1000, [], "Smooth, fires to a warm grey at 1,240 °C.", {
    more: { sale: { unit: "kg", least: 1000, step: 200 }, counted: false },
  }),
  ware("Grogged clay", "clay", "clay", 210, 1000, [], "With grog up to 1 mm, for large pieces.", {
    more: { sale: { unit: "kg", least: 1000, step: 200 }, counted: false },
  }),
  ware("Porcelain", "clay", "clay", 390, 1000, [], "White, smooth, and not patient.", {
    more: { sale: { unit: "kg", least: 1000, step: 200 }, counted: false },
  }),
  ware("River clay", "clay", "clay", 260, 1000, [], "Dug fifty steps from the wheel, cleaned by us. Low fire only.", {
    more: { sale: { unit: "kg", least: 500, step: 100 }, counted: false },
  }),
  ware("Ash glaze", "glazes", "jar", 1250, 800, [], "Half a litre, ready to be brushed.", {
    more: { content: { unit: "l", thousandths: 500 } },
  }),
  ware("Tide glaze", "glazes", "jar", 1450, 800, [], "Half a litre, ready to be brushed.", {
    more: { content: { unit: "l", thousandths: 500 } },
  }),
  ware("Ember glaze", "glazes", "jar", 1350, 800, [], "Half a litre, ready to be brushed.", {
    more: { content: { unit: "l", thousandths: 500 } },
  }),
  ware("Foam glaze", "glazes", "jar", 1250, 800, [], "Half a litre, ready to be brushed.", {
    more: { content: { unit: "l", thousandths: 500 } },
  }),
  ware("Throwing kit", "tools", "jar", 3400, 600, [], "Rib, wire, needle, sponge and a wooden knife."),
  ware("Loop tools", "tools", "jar", 1900, 240, [], "Five loops of hard steel."),
  ware("Wooden rib", "tools", "sheet", 700, 60, [], "Pear wood, oiled."),
  ware(
    "Potter’s apron",
    "tools",
    "sheet",
    4200,
    450,
    [],
    "Split, so that it covers both knees. With a name, if you like.",
    { more: { asks: [{ id: "name", label: "Name to stitch", required: false, most: 20 }] } },
  ),
  ware("Cutting wire", "tools", "sheet", 600, 40, [], "Twisted steel, with handles of beech."),
  ware("Voucher", "vouchers", "sheet", 2500, 0, [], "For classes and for everything on the shelves.", {
    more: { kind: "voucher", taxClass: "none", counted: false },
  }),
  ware(
    "Glaze recipes",
    "books",
    "sheet",
    1200,
    0,
    [],
    "Eighteen glazes that work here, with their mistakes. A booklet to download.",
    { more: { kind: "download", taxClass: "reduced", counted: false } },
  ),
  ware("Postcards", "books", "sheet", 800, 90, [], "Six drawings of the kiln.", { more: { taxClass: "standard" } }),
];

const categories: readonly Category[] = [
  ["tableware", "Tableware", null],
  ["mugs", "Mugs and jugs", "tableware"],
  ["bowls", "Bowls", "tableware"],
  ["plates", "Plates", "tableware"],
  ["vases", "Vases", null],
  ["planters", "Planters", null],
  ["materials", "Clay and glazes", null],
  ["clay", "Clay by weight", "materials"],
  ["glazes", "Glazes", "materials"],
  ["tools", "Tools", null],
  ["gifts", "Gifts", null],
  ["vouchers", "Vouchers", "gifts"],
  ["books", "Books and cards", "gifts"],
].map(([id, name, parent]) => ({
  id: id as string,
  name: name as string,
  slug: `all-${id}`,
  parent: parent ?? null,
  picture: null,
  words: "",
}));

const option = (name: string, choices: readonly (readonly [string, number, number])[]): ProductOption => ({
  id: name.toLowerCase(),
  name,
  choices: choices.map(([choice, price, grams]) => ({
    id: choice.toLowerCase().replace(/\W+/g, "-"),
    name: choice,
    price,
    grams,
  })),
});

const pictureColours = { clay: "#b79a7c", jar: "#6f97a8", sheet: "#bc2c1c" } as const;

/** The name of a product as a part of an address. */
const slugOf = (name: string) => name.toLowerCase().replace(/[^a-z0-9]+/g, "-");

const buyers = ["Nuala Byrne", "Odhran Keane", "Tess Maguire", "Bram Visser", "Ciara Dunne", "Levi Holt", "Maud Carey"];

/** A small seeded sequence, so that the demo is the same each time. */
function sequence(seed: number) {
  let state = seed;
  return (below: number) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state % below;
  };
}

/** Sets the shop up; answers what has to be done once the site is published: the orders. */
export async function openShop(context: Context, owner: Account, key: string): Promise<() => Promise<number>> {
  const site = await findSite(context.db, key);
  if (!site) throw new Error("The site is missing.");
  const operate = operator(context, owner, key);

  const pictures = new Map<string, string>();
  const pictureOf = async (picture: Ware["picture"], glaze: Glaze | null): Promise<string> => {
    const name = `${picture}${glaze ? `-${glaze.toLowerCase()}` : ""}`;
    const kept = pictures.get(name);
    if (kept) return kept;
    const svg =
      picture === "clay" || picture === "jar" || picture === "sheet"
        ? block(picture, pictureColours[picture])
        : vessel(picture, glazes[glaze ?? "Ash"], "#efe7d6");
    const bytes = await sharp(Buffer.from(svg)).jpeg({ quality: 82 }).toBuffer();
    const { hash } = await addPicture(context, site, `${name}.jpg`, bytes);
    pictures.set(name, hash);
    return hash;
  };

  /** The booklet that whoever buys it may fetch. */
  const booklet = async () => {
    const sheet = await Sheet.begin(site.brand, { title: "Glaze recipes", author: site.name, at: context.now() });
    sheet.text("Glaze recipes", { size: 30, role: "head" }).gap(10);
    for (const [name, words] of recipes)
      sheet.gap(12).text(name, { size: 15, role: "head" }).gap(2).text(words, { size: 11 });
    return addDocument(context, site, "glaze-recipes.pdf", await sheet.end());
  };

  await operate("shop.saveFrame", {
    revision: 0,
    frame: {
      categories,
      attributes: [
        { id: "glaze", name: "Glaze", filter: true },
        { id: "height", name: "Height", filter: true },
      ],
      synonyms: [
        ["mug", "cup", "beaker"],
        ["bowl", "dish"],
        ["planter", "flowerpot"],
      ],
    },
  });
  for (const [nth, one] of wares.entries()) {
    const { product: id } = await operate("shop.addProduct", { name: one.name });
    const { product, revision } = (await operate("shop.product", { product: id })) as {
      product: Product;
      revision: number;
    };
    const options = [
      ...(one.glazes.length > 1
        ? [
            option(
              "Glaze",
              one.glazes.map((glaze) => [glaze, 0, 0] as const),
            ),
          ]
        : []),
      ...(one.large
        ? [
            option("Size", [
              ["Small", 0, 0],
              ["Large", one.large, 110],
            ]),
          ]
        : []),
      ...(one.more?.kind === "voucher"
        ? [
            option("Amount", [
              ["25", 0, 0],
              ["50", 2500, 0],
              ["100", 7500, 0],
            ]),
          ]
        : []),
    ];
    const combinations = options.reduce<readonly (readonly string[])[]>(
      (all, { choices }) => all.flatMap((before) => choices.map((choice) => [...before, choice.id])),
      [[]],
    );
    const stem = one.name
      .replace(/[^A-Za-z]/g, "")
      .slice(0, 6)
      .toUpperCase();
    // Not every combination is made: large Ember mugs crack.
    const made = combinations.filter((choices) => !(one.name === "Bell mug" && choices.join() === "ember,large"));
    const shots: string[] = [];
    for (const glaze of one.glazes.length ? one.glazes : [null]) shots.push(await pictureOf(one.picture, glaze));
    const variants = made.map((choices, at) => ({
      id: `${slugOf(one.name)}-${at + 1}`,
      sku: [stem, ...choices.map((choice) => choice.slice(0, 3).toUpperCase())].join("-"),
      choices,
      price: null,
      grams: null,
      picture:
        one.glazes.length > 1
          ? (shots[one.glazes.findIndex((glaze) => glaze.toLowerCase() === choices[0])] ?? null)
          : null,
    }));
    const next: Product = {
      ...product,
      state: nth === 12 ? "off" : "on",
      words: paragraphs(one.words),
      price: one.price,
      earlierPrice: one.earlier ?? null,
      grams: one.grams,
      categories: [one.category],
      attributes: {
        ...(one.glazes.length ? { glaze: one.glazes } : {}),
        ...(one.height ? { height: [one.height] } : {}),
      },
      pictures: shots.map((media) => ({ media, alt: "" })),
      options,
      variants,
      ...one.more,
      ...(one.more?.kind === "download"
        ? { files: [{ media: (await booklet()).hash, name: "Glaze recipes.pdf", variant: null }] }
        : {}),
    };
    const stock = Object.fromEntries(
      variants.map(({ id: variant }, at) => [variant, next.counted ? (nth * 7 + at * 5) % 19 : null]),
    );
    await operate("shop.saveProduct", { product: next, revision, stock });
  }

  const { id: widget } = await operate("widgets.add", { kind: "shop", name: "Wrenfield shop" });
  const fresh = newShop(site.settings.zone, site.settings.language);
  const withCatalog = { ...fresh, pages: { ...fresh.pages, catalog: "shop" } };
  await operate("widgets.save", { widget, name: "Wrenfield shop", revision: 0, settings: withCatalog });
  const { pages } = await operate("shop.makePages", { widget });
  const shop: Shop = {
    ...fresh,
    enabled: true,
    pages,
    terms: "privacy",
    zones: [
      {
        id: "ireland",
        name: "Ireland",
        places: [{ country: "IE", regions: [], postcodes: [] }],
        methods: [
          {
            id: "post",
            name: "Parcel",
            kind: "parcel",
            rate: {
              by: "weight",
              bands: [
                { upTo: 2000, amount: 650 },
                { upTo: 5000, amount: 850 },
                { upTo: 20_000, amount: 1400 },
              ],
            },
            freeFrom: 6000,
            days: { from: 1, to: 3 },
          },
          {
            id: "fetch",
            name: "Fetch it at the workshop",
            kind: "pickup",
            where: "Mill Lane, in our opening hours",
            amount: 0,
          },
        ],
      },
      ...fresh.zones.slice(1),
    ],
    dispatch: { until: "14:00", weekdays: [2, 3, 4, 5, 6], days: 0 },
    currencies: [{ code: "GBP", rate: 0.86 }],
    prefixes: { order: "W-", invoice: "W" },
    remindAfterHours: 24,
    seller: "Mill Lane 4\nLower Quay\nCo. Wren",
    taxNumber: "IE1234567T",
  };
  await operate("widgets.save", { widget, name: "Wrenfield shop", revision: 1, settings: shop });

  const b = builder(context.newId);
  const insert = async (page: string, index: number, node: PageNode) => {
    const { documents } = await operate("pages.open", { page });
    const { revision, body } = documents.find(({ id }: { id: string }) => id === page);
    const edits = [{ type: "insert", parent: body.id, index, node }];
    await operate("pages.edit", { document: page, batch: context.newId(), base: revision, edits });
  };
  const part = (...asked: Parameters<typeof shopContent>) => b.node("shop", { ...shopContent(...asked) });
  await insert(
    "home",
    2,
    b.section(
      "From the shelves",
      { width: "wide" },
      b.heading(2, "From the shelves"),
      part("list", { list: "category", category: "tableware", most: 4 }),
    ),
  );
  await insert(
    "shop",
    1,
    b.section("The shelves", { width: "wide" }, part("search"), part("list", { list: "asked", filters: true })),
  );

  return async () => {
    const pick = sequence(11);
    const row = await findSite(context.db, key);
    const live = row && (await liveShop(context, row));
    if (!row || !live) return 0;
    const known = await catalogOf(context, row, { now: true });
    const sold = known.catalog.products.filter(({ kind }) => kind === "goods");
    let made = 0;
    for (let back = 90; back > 0; back -= 1 + pick(3)) {
      const then = new Date(context.now().getTime() - back * 86_400_000 + pick(36_000_000));
      const past: Context = { ...context, now: () => then };
      const name = buyers[pick(buyers.length)] as string;
      const lines = Array.from({ length: 1 + pick(3) }, (_, nth) => {
        const product = sold[pick(sold.length)] as Product;
        const variants = product.variants.filter(({ id }) => (known.left(id) ?? 9) > 2);
        const variant = variants[pick(variants.length || 1)];
        return variant
          ? [
              {
                id: `l${nth}`,
                product: product.id,
                variant: variant.id,
                quantity: product.sale.unit === "piece" ? 1 : 2000,
                asked: {},
                seen: 0,
              },
            ]
          : [];
      }).flat();
      const typed = {
        email: `${(name.split(" ", 1)[0] as string).toLowerCase()}@post.example`,
        phone: "",
        address: {
          ...noAddress,
          name,
          street: `${1 + pick(80)} Quay Street`,
          city: "Galway",
          postcode: "H91 AB12",
          country: "IE",
        },
        way: back % 5 ? "post" : "fetch",
        payment: (back % 5 ? "transfer" : "pickup") as ConnectorKind,
        taxNumber: "",
        note: "",
        agreed: true,
      };
      const cart = { ...emptyCart, lines, typed };
      const { shown } = await reckoned(past, row, live, await catalogOf(context, row, { now: true }), cart, "IE");
      if (!shown.lines.length) continue;
      const order = await inTransaction(context.db, async (tx) => {
        const kept = await readCart(past, tx, row.id, past.newId());
        await keepCart(past, tx, row.id, kept, cart);
        return makeOrder(past, tx, {
          site: row,
          live,
          kept,
          typed,
          shown,
          payment: typed.payment,
          once: context.newId(),
        });
      });
      made++;
      const commands =
        back > 12
          ? (["pay", "pack", typed.way === "post" ? "send" : "handOver", "close"] as const)
          : back > 5
            ? (["pay", "pack"] as const)
            : back > 2
              ? (["pay"] as const)
              : [];
      for (const [nth, command] of commands.entries())
        await stepOrder(
          past,
          row,
          order.id,
          nth,
          command,
          command === "send" ? { tracking: `PK${100000 + pick(899999)}` } : {},
          owner.id,
        );
    }
    // Two baskets that were left, one by somebody who wishes to be reminded of it.
    for (const [hours, name, remind] of [
      [5, "Ciara Dunne", true],
      [30, "Owen Farr", false],
    ] as const) {
      const then = new Date(context.now().getTime() - hours * 3_600_000);
      const past: Context = { ...context, now: () => then };
      const product = sold[pick(sold.length)] as Product;
      const line = {
        ...{ id: "left", product: product.id, variant: product.variants[0]?.id ?? "", asked: {} },
        ...{ quantity: product.sale.least, seen: product.price },
      };
      const typed = {
        ...{ email: `${name.split(" ", 1)[0]?.toLowerCase()}@post.example`, phone: "", way: "post", payment: "" },
        ...{ address: { ...noAddress, name, country: "IE" }, taxNumber: "", note: "", agreed: false, remind },
      };
      await inTransaction(context.db, async (tx) => {
        const kept = await readCart(past, tx, row.id, past.newId());
        const cart = { ...emptyCart, lines: [line], typed };
        await keepCart(past, tx, row.id, kept, cart);
        await planReminder(past, tx, row, live, kept.id, cart);
      });
    }
    return made;
  };
}

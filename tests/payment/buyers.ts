// Buyers of one process who all want the same at once: started by tests and the bench, several beside each other. Answers how many
// have an order, how many were told kindly, and how many got an answer that must not be.
import { createContext } from "@/server/context";
import { paymentsInside } from "@/server/payment/inside";
import { readSettings } from "@/server/settings";
import { sendForm } from "@/server/testing/visitor.test-kit";

const [variant = "", count = "25", payment = "transfer"] = process.argv.slice(2);
const context = createContext(readSettings(process.env));
Object.assign(context, { payments: paymentsInside() });
const buyer = (nth: number) => ({
  email: `buyer-${process.pid}-${nth}@post.example`,
  "address.name": `Buyer ${nth}`,
  "address.street": "3 Quay Street",
  "address.city": "Galway",
  "address.postcode": "H91 AB12",
  "address.country": "IE",
  way: "parcel",
  payment,
  agreed: "true",
});

const addressOf = (nth: number) => `10.${process.pid % 250}.${Math.floor(nth / 200)}.${nth % 200}`;
const baskets: string[] = [];
for (let nth = 0; nth < Number(count); nth++)
  baskets.push(
    (await sendForm(context, "/shop/cart", { command: "add", variant }, { address: addressOf(nth) })).cookie,
  );
// All of every process begin together.
process.stdout.write("ready\n");
await new Promise<void>((resolve) => process.stdin.once("data", () => resolve()));
const counts = { order: 0, told: 0, broken: 0 };
await Promise.all(
  baskets.map(async (cookie, nth) => {
    const { status, location } = await sendForm(context, "/shop/checkout", buyer(nth), {
      cookie,
      address: addressOf(nth),
    });
    const made = location.includes("?o=") || location.includes("/payments/page");
    counts[status >= 500 ? "broken" : made ? "order" : "told"] += 1;
  }),
);
process.stdout.write(`${JSON.stringify(counts)}\n`);
await context.close();
process.exit(0);

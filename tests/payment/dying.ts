// A process that dies while something is paid: started by tests with the moment at which it ends itself, and what it works on.
import { eq } from "drizzle-orm";
import { sites } from "@/data/site/tables";
import { type Context, createContext } from "@/server/context";
import { jobKinds } from "@/server/job/kinds";
import { startRunner } from "@/server/job/queue";
import { paymentsInside } from "@/server/payment/inside";
import { beginPayment, paymentOf } from "@/server/payment/payments";
import { askAfter } from "@/server/payment/settle";
import { payables } from "@/server/payment/targets";
import { readSettings } from "@/server/settings";

const [moment = "", id = ""] = process.argv.slice(2);
const gone = () => {
  process.kill(process.pid, "SIGKILL");
  return forever();
};
const forever = () => new Promise<never>(() => {});

const context: Context = createContext(readSettings(process.env));
const inside = paymentsInside();

/** The service is called, and this process is gone before its answer, or before it was asked. */
const dying = (path: RegExp, when: "before" | "after") =>
  Object.assign(context, {
    payments: {
      ...inside,
      call: async (...asked: Parameters<typeof inside.call>) => {
        const now = path.test(asked[2].path);
        if (now && when === "before") return gone();
        const answered = await inside.call(...asked);
        return now ? gone() : answered;
      },
    },
  });

const [site] = await context.db.select().from(sites).where(eq(sites.key, "wrenfield"));
const payment = site && (await paymentOf(context.db, site.id, id));
if (!site || !payment) throw new Error("There is no such payment.");
const about = { title: "A test", returnTo: "http://shop.example/" };

const moments: Readonly<Record<string, () => Promise<unknown>>> = {
  beforeBegin: () => beginPayment(dying(/^\/v1\/payments$/, "before"), site, payment, about),
  afterBegin: () => beginPayment(dying(/^\/v1\/payments$/, "after"), site, payment, about),
  /** Everything that follows from the money is done, and not committed. */
  beforeCommit: () => {
    Object.assign(context, { payments: inside });
    const { order } = payables;
    Object.assign(payables, {
      order: {
        ...order,
        during: (...[of, at, target, work]: Parameters<typeof order.during>) =>
          order.during(of, at, target, (held) =>
            work({
              ...held,
              moved: async (before, after) => {
                await held.moved(before, after);
                await gone();
              },
            }),
          ),
      },
    });
    return askAfter(context, site, payment);
  },
  afterRefund: async () => startRunner(dying(/\/refunds$/, "after"), jobKinds, 20),
  afterCapture: async () => startRunner(dying(/\/capture$/, "after"), jobKinds, 20),
  afterRelease: async () => startRunner(dying(/\/release$/, "after"), jobKinds, 20),
};
await moments[moment]?.();
await forever();

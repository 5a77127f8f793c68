// One of several processes that want the same time at the same moment. Prints what became of its tries as JSON.
//   racer.ts race SERVICE START TRIES    holds and confirms, all tries at once
//   racer.ts hold SERVICE START          holds, tells the token, and is killed
//   racer.ts inside SERVICE START        is killed inside the transaction that takes the time
import { inTransaction } from "@/data/connection";
import { hold } from "@/server/booking/commands/holding";
import { lockSite } from "@/server/booking/commands/lock";
import { publicCall } from "@/server/booking/public/call";
import { postBooking, postHold } from "@/server/booking/public/making";
import { onlineWish } from "@/server/booking/refusal";
import { theContext } from "@/server/context";
import { Problem } from "@/server/problem";

const [mode = "", service = "", start = "", tries = "1"] = process.argv.slice(2);
const context = theContext();
const call = await publicCall(context, "wrenfield", "calendar", "en");
const die = () => process.kill(process.pid, "SIGKILL");

const held = (nth: number) =>
  postHold(call, { service, start }, `${process.pid}-hold-${nth}`, `192.0.2.${process.pid % 200}-${nth}`);

/** What one visitor's try ends with. */
async function attempt(nth: number): Promise<number> {
  try {
    const { answer } = await held(nth);
    const { status } = await postBooking(
      call,
      {
        hold: (answer as { hold: string }).hold,
        client: { name: `Racer ${nth}`, email: `racer-${process.pid}-${nth}@post.example` },
        answers: service === "first-throw" ? { hands: "Left" } : {},
        terms: true,
      },
      `${process.pid}-book-${nth}`,
      `192.0.2.${process.pid % 200}-${nth}`,
    );
    return status;
  } catch (error) {
    if (error instanceof Problem) return error.status;
    console.error(error);
    return 500;
  }
}

if (mode === "race") {
  const counts: Record<number, number> = {};
  for (const status of await Promise.all(Array.from({ length: Number(tries) }, (_, nth) => attempt(nth))))
    counts[status] = (counts[status] ?? 0) + 1;
  console.log(JSON.stringify(counts));
} else if (mode === "hold") {
  const { answer } = await held(0);
  process.stdout.write(JSON.stringify(answer), die);
  await new Promise(() => {});
} else {
  await inTransaction(context.db, async (tx) => {
    const locked = await lockSite(context, tx, call.site);
    await hold(locked, "calendar", "racer", { wish: onlineWish(service, null, 1), start: Date.parse(start) });
    process.stdout.write("taken", die);
    await new Promise(() => {});
  });
}
await context.close();

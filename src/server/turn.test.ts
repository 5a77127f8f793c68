// Who books on one site waits for those before them, and for nobody of another site.
import { inTurn, mostWaiting } from "./turn";

/** Work that ends when it is told to. */
function held() {
  let end = () => {};
  const done = new Promise<void>((resolve) => {
    end = resolve;
  });
  return { done, end: () => end() };
}

test("commands of one site are done one after the other, in their order; another site waits for none of them", async () => {
  const first = held();
  const order: string[] = [];
  const waiting = [
    inTurn("sale", async () => {
      await first.done;
      order.push("first");
    }),
    inTurn("sale", async () => order.push("second")),
    inTurn("sale", async () => order.push("third")),
  ];
  await inTurn("quiet", async () => order.push("elsewhere"));
  expect(order).toEqual(["elsewhere"]);
  first.end();
  await Promise.all(waiting);
  expect(order).toEqual(["elsewhere", "first", "second", "third"]);
});

test("one that fails lets the next go on", async () => {
  const failed = inTurn("failing", async () => {
    throw new Error("no");
  });
  const after = inTurn("failing", async () => "done");
  await expect(failed).rejects.toThrow("no");
  expect(await after).toBe("done");
});

test("more than can be served soon are told to come again, and the queue goes on", async () => {
  const first = held();
  const running = inTurn("crowd", () => first.done);
  const queue = Array.from({ length: mostWaiting }, () => inTurn("crowd", async () => 1));
  await expect(inTurn("crowd", async () => 1)).rejects.toMatchObject({
    status: 503,
    code: "busy",
    headers: { "retry-after": "5" },
    more: { number: mostWaiting + 2 },
    message: expect.stringContaining(`you are number ${mostWaiting + 2}. Nothing is lost`),
  });
  first.end();
  await running;
  expect((await Promise.all(queue)).length).toBe(mostWaiting);
  expect(await inTurn("crowd", async () => "again")).toBe("again");
});

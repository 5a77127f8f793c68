// Turns of calls to hosts outside: one that says nothing is left alone for a while, and keeps nobody else waiting.
import { jest } from "@jest/globals";
import { HostCalls, NotCalled, OwnRefusal } from "./hosts";

const silent = () => Promise.reject(new Error("no answer"));
const answers = async (arrived: (answer: string) => void) => arrived("here");
const calledAt = (calls: HostCalls, host: string, call = answers) =>
  calls.at<string>(host, call).catch((error) => (error instanceof NotCalled ? error.why : "failed"));

/** Calls a host one after the other. */
async function inTurn(calls: HostCalls, host: string, call: typeof answers, count: number): Promise<string[]> {
  const came: string[] = [];
  for (let nth = 0; nth < count; nth++) came.push(await calledAt(calls, host, call));
  return came;
}

const start = Date.UTC(2026, 2, 5);
beforeEach(() => {
  jest.useFakeTimers({ now: start });
});
afterEach(() => {
  jest.useRealTimers();
});

test("after five calls without an answer a host rests, and others are called as ever", async () => {
  const calls = new HostCalls();
  expect(await inTurn(calls, "dark.example", silent, 7)).toEqual([...Array(5).fill("failed"), "resting", "resting"]);
  expect(await calledAt(calls, "light.example")).toBe("here");
});

test("rested, it is tried with one call: silent still it rests longer, answering it is called as before", async () => {
  const calls = new HostCalls();
  await inTurn(calls, "dark.example", silent, 5);
  jest.setSystemTime(start + 60_000);
  expect(await inTurn(calls, "dark.example", silent, 2)).toEqual(["failed", "resting"]);
  jest.setSystemTime(start + 660_000);
  expect(await inTurn(calls, "dark.example", answers, 6)).toEqual(Array(6).fill("here"));
});

test("what we refuse ourselves tells nothing of a host", async () => {
  const calls = new HostCalls();
  const own = () => Promise.reject(new OwnRefusal("private"));
  await inTurn(calls, "ours.example", own, 9);
  const wrapped = () => Promise.reject(Object.assign(new Error("fetch failed"), { cause: new OwnRefusal("private") }));
  await inTurn(calls, "ours.example", wrapped, 9);
  expect(await calledAt(calls, "ours.example")).toBe("here");
});

test("an answer keeps its turn until it is over; eight are called at once, 32 wait, more are told so", async () => {
  const calls = new HostCalls();
  let running = 0;
  let most = 0;
  const ends: (() => void)[] = [];
  const slow = async (arrived: (answer: string) => void) => {
    running += 1;
    most = Math.max(most, running);
    arrived("begun");
    await new Promise<void>((resolve) => ends.push(resolve));
    running -= 1;
  };
  const all = Array.from({ length: 50 }, () => calledAt(calls, "slow.example", slow));
  for (let ended = 0; ended < 40; ended++) {
    while (ends.length <= ended) await Promise.resolve();
    ends[ended]?.();
  }
  const came = await Promise.all(all);
  expect(most).toBe(8);
  expect(came.filter((one) => one === "begun")).toHaveLength(40);
  expect(came.filter((one) => one === "busy")).toHaveLength(10);
});

// The tab's stream: gaps, refusals, hidden tabs.
import { jest } from "@jest/globals";
import { EventStream, type Source } from "./stream";

class Fake {
  readyState = 0;
  private readonly hearers = new Map<string, (event: Event) => void>();
  addEventListener(name: string, hearer: (event: Event) => void) {
    this.hearers.set(name, hearer);
  }
  close() {
    this.readyState = 2;
  }
  say(name: string, data: unknown) {
    this.hearers.get(name)?.({ data: JSON.stringify(data) } as MessageEvent);
  }
  fail(state: 0 | 2) {
    this.readyState = state;
    this.hearers.get("error")?.({} as Event);
  }
}

let made: Fake[] = [];
const newest = () => made.at(-1) as Fake;
const passes = (ms: number) => jest.advanceTimersByTimeAsync(ms);
async function stream() {
  const one = new EventStream(async () => {
    made.push(new Fake());
    return newest() as unknown as Source;
  });
  one.seen(true);
  await passes(0);
  return one;
}

beforeEach(() => {
  made = [];
  jest.useFakeTimers();
});
afterEach(() => {
  jest.useRealTimers();
});

test("each hearer gets its kind of event until it has had enough", async () => {
  const one = await stream();
  const heard: unknown[] = [];
  const quiet = one.on("edits", (event) => heard.push(event));
  one.on("desk", (event) => heard.push(event.of));
  newest().say("edits", { site: "s", document: "home", revision: 3 });
  newest().say("desk", { site: "s", of: "popup", arrival: true });
  quiet();
  newest().say("edits", { site: "s", document: "home", revision: 4 });
  expect(heard).toEqual([{ site: "s", document: "home", revision: 3 }, "popup"]);
  one.close();
  expect(newest().readyState).toBe(2);
});

test("a lost connection is the browser's to mend; a refused one is tried again, ever more rarely", async () => {
  const one = await stream();
  let missed = 0;
  one.onMissed(() => {
    missed += 1;
  });
  newest().fail(0);
  await passes(60_000);
  expect(made).toHaveLength(1);
  newest().say("missed", {});
  expect(missed).toBe(1);
  const opened: number[] = [];
  for (const wait of [1000, 3000, 10_000, 30_000, 30_000]) {
    newest().fail(2);
    await passes(wait - 1);
    const before = made.length;
    await passes(1);
    opened.push(made.length - before);
  }
  expect(opened).toEqual([1, 1, 1, 1, 1]);
  // Once it stands again the next refusal is a first one.
  newest().say("missed", {});
  newest().fail(2);
  await passes(1000);
  expect(made).toHaveLength(7);
  one.close();
  newest().fail(2);
  await passes(60_000);
  expect(made).toHaveLength(7);
});

test("a hidden tab lets go of its connection after a while, and takes one when it is seen", async () => {
  const one = await stream();
  one.seen(false);
  await passes(19_000);
  one.seen(true);
  await passes(60_000);
  expect([made.length, newest().readyState]).toEqual([1, 0]);
  one.seen(false);
  await passes(20_000);
  expect(newest().readyState).toBe(2);
  one.seen(true);
  one.seen(true);
  await passes(0);
  expect(made).toHaveLength(2);
  one.close();
  one.seen(true);
  await passes(60_000);
  expect(made).toHaveLength(2);
});

// The settings of an open widget: nothing typed is lost, and nobody's settings are overwritten unasked.
import Joi from "joi";
import { type DraftSource, type Saved, type Stored, WidgetDraft } from "./draft";

const schema = Joi.object({ text: Joi.string().max(10).required(), note: Joi.string() });

/** A server with one widget, a browser's storage, and time that passes when told to. */
function world(text = "Kiln") {
  let stored: Stored = { name: "Letters", settings: { text }, revision: 3 };
  let kept = "";
  let now = 0;
  let timers: { readonly at: number; readonly run: () => void }[] = [];
  const says: (Saved | null)[] = [];
  let saves = 0;
  let held: Promise<void> = Promise.resolve();
  const source: DraftSource = {
    schema,
    needsName: "A widget needs a name.",
    storage: {
      read: () => kept,
      write: (next) => {
        kept = next;
      },
    },
    now: () => now,
    later: (run, ms) => {
      const timer = { at: now + ms, run };
      timers.push(timer);
      return () => {
        timers = timers.filter((one) => one !== timer);
      };
    },
    save: async (next) => {
      saves += 1;
      await held;
      const said = says.shift();
      if (said) return said;
      if (next.revision !== stored.revision) return { kind: "conflict", theirs: stored };
      if (next.part && next.part.version !== stored.part?.version) return { kind: "conflict", theirs: stored };
      const part = next.part ? { value: next.part.value, version: next.part.version + 1 } : stored.part;
      stored = {
        name: next.name,
        settings: next.settings,
        revision: next.revision + 1,
        ...(part ? { part } : {}),
      };
      return { kind: "saved", revision: stored.revision, ...(next.part && part ? { partVersion: part.version } : {}) };
    },
  };
  return {
    open: () => new WidgetDraft(stored, source),
    /** The kind keeps something besides, and says what is wrong with it. */
    withPart(value: object) {
      stored = { ...stored, part: { value, version: 7 } };
      source.partFaults = (part): Record<string, string> =>
        (part as { rooms: unknown[] }).rooms.length ? {} : { rooms: "One is needed." };
    },
    partFromSomebodyElse(value: object) {
      stored = { ...stored, part: { value, version: (stored.part?.version ?? 0) + 1 } };
    },
    /** Time passes, and what was due by then is done. */
    async pass(ms: number) {
      now += ms;
      const due = timers.filter(({ at }) => at <= now);
      timers = timers.filter(({ at }) => at > now);
      for (const { run } of due) run();
      for (let turn = 0; turn < 5; turn++) await Promise.resolve();
    },
    /** The next saves get these answers instead of the server's own. */
    answers: (...next: (Saved | null)[]) => says.push(...next),
    /** Saves wait until what it answers is called. */
    hold() {
      let release = () => {};
      held = new Promise((resolve) => {
        release = resolve;
      });
      return release;
    },
    somebodyElse: (settings: object) => {
      stored = { ...stored, settings, revision: stored.revision + 1 };
    },
    get stored() {
      return stored;
    },
    get kept() {
      return kept;
    },
    get saves() {
      return saves;
    },
  };
}

test("a run of letters in one field is one save and one step back", async () => {
  const it = world();
  const draft = it.open();
  for (const text of ["K", "Ki", "Kiln o", "Kiln open"]) {
    draft.change({ text });
    await it.pass(100);
  }
  await it.pass(500);
  expect([it.saves, it.stored.settings]).toEqual([1, { text: "Kiln open" }]);
  expect(draft.view().state.kind).toBe("saved");
  draft.undo();
  expect(draft.view().settings).toEqual({ text: "Kiln" });
  draft.redo();
  expect(draft.view().settings).toEqual({ text: "Kiln open" });
  await it.pass(500);
  expect(it.stored.settings).toEqual({ text: "Kiln open" });
});

test("a pause, another field or a step back begins a new step", async () => {
  const it = world();
  const draft = it.open();
  draft.change({ text: "a" });
  await it.pass(2000);
  draft.change({ text: "ab" });
  draft.change({ note: "x" });
  draft.undo();
  expect(draft.view().settings).toEqual({ text: "ab" });
  draft.undo();
  expect(draft.view().settings).toEqual({ text: "a" });
  draft.change({ text: "b" });
  expect(draft.view().mayRedo).toBe(false);
});

test("what is not complete is not saved, is told at its field, and is kept in the browser", async () => {
  const it = world();
  const draft = it.open();
  draft.change({ text: "far too many words" });
  await it.pass(1000);
  expect(it.saves).toBe(0);
  expect(draft.view().state.kind).toBe("incomplete");
  expect(Object.keys(draft.view().faults)).toEqual(["text"]);
  draft.end();
  const again = it.open();
  expect(again.view()).toMatchObject({ recovered: true, settings: { text: "far too many words" } });
  again.undo();
  expect(again.view()).toMatchObject({ settings: { text: "Kiln" }, faults: {} });
  await it.pass(1000);
  expect(it.kept).toBe("");
});

test("whoever leaves the workspace at once loses nothing: it is saved on the way out", async () => {
  const it = world();
  const draft = it.open();
  draft.change({ text: "quick" });
  await draft.end();
  expect([it.stored.settings, it.kept]).toEqual([{ text: "quick" }, ""]);
});

test("a name that is missing is a fault of the name", () => {
  const draft = world().open();
  draft.rename(" ");
  expect(draft.view().faults).toEqual({ name: "A widget needs a name." });
});

test("without a connection it is tried again until it is back, and nothing is lost", async () => {
  const it = world();
  const draft = it.open();
  it.answers({ kind: "later", signedOut: false }, { kind: "later", signedOut: true });
  draft.change({ text: "Glaze" });
  await it.pass(500);
  expect(draft.view().state.kind).toBe("waiting");
  expect(it.kept).toContain("Glaze");
  await it.pass(3000);
  expect(draft.view().state.kind).toBe("signedOut");
  await it.pass(3000);
  expect(draft.view().state.kind).toBe("saved");
  expect([it.stored.settings, it.kept]).toEqual([{ text: "Glaze" }, ""]);
});

test("what is typed while a save is on its way is saved after it", async () => {
  const it = world();
  const draft = it.open();
  const release = it.hold();
  draft.change({ text: "one" });
  await it.pass(500);
  draft.change({ text: "two" });
  release();
  await it.pass(500);
  await it.pass(500);
  expect(it.stored).toMatchObject({ settings: { text: "two" }, revision: 5 });
});

describe("somebody else saved meanwhile", () => {
  async function both() {
    const it = world();
    const draft = it.open();
    it.somebodyElse({ text: "theirs" });
    draft.change({ text: "yours" });
    await it.pass(500);
    return { it, draft };
  }

  test("both are there to choose from, and typing on saves nothing", async () => {
    const { it, draft } = await both();
    expect(draft.view().state).toMatchObject({ kind: "conflict", theirs: { settings: { text: "theirs" } } });
    draft.change({ text: "yours 2" });
    await it.pass(5000);
    expect(it.stored.settings).toEqual({ text: "theirs" });
  });

  test("yours go over theirs", async () => {
    const { it, draft } = await both();
    draft.choose("yours");
    await it.pass(500);
    expect(it.stored).toMatchObject({ settings: { text: "yours" }, revision: 5 });
    expect(draft.view().state.kind).toBe("saved");
  });

  test("theirs hold, and yours are one step back", async () => {
    const { it, draft } = await both();
    draft.choose("theirs");
    expect(draft.view()).toMatchObject({ settings: { text: "theirs" }, state: { kind: "saved" } });
    draft.undo();
    await it.pass(500);
    expect(it.stored.settings).toEqual({ text: "yours" });
  });

  test("also where yours were left in the browser by an earlier tab", async () => {
    const it = world();
    const draft = it.open();
    it.answers({ kind: "later", signedOut: false });
    draft.change({ text: "left" });
    await it.pass(500);
    draft.end();
    it.somebodyElse({ text: "theirs" });
    const again = it.open();
    expect(again.view()).toMatchObject({ recovered: true, settings: { text: "left" }, state: { kind: "conflict" } });
  });
});

describe("what the kind keeps besides", () => {
  const room = (id: string, name = id) => ({ id, name });

  test("is saved only where it has changed, with what is wrong told at its path, and goes back step by step", async () => {
    const it = world();
    it.withPart({ rooms: [room("a")] });
    const draft = it.open();
    draft.change({ text: "only this" });
    await it.pass(500);
    expect(it.stored.part?.version).toBe(7);
    draft.changePart({ rooms: [] }, "rooms");
    expect(draft.view().faults).toEqual({ "part.rooms": "One is needed." });
    draft.undo();
    draft.changeBoth({ text: "both" }, { rooms: [room("a"), room("b")] }, "rooms");
    await it.pass(500);
    expect(it.stored).toMatchObject({
      settings: { text: "both" },
      part: { value: { rooms: [room("a"), room("b")] }, version: 8 },
    });
    draft.undo();
    await it.pass(500);
    expect(it.stored).toMatchObject({
      settings: { text: "only this" },
      part: { value: { rooms: [room("a")] }, version: 9 },
    });
  });

  test("two people’s changes of different things are made one, and a step back leaves the other’s alone", async () => {
    const it = world();
    it.withPart({ rooms: [room("a"), room("b")] });
    const draft = it.open();
    it.partFromSomebodyElse({ rooms: [room("a", "Wheel room"), room("b"), room("c")] });
    draft.changePart({ rooms: [room("a"), room("b", "Kiln room")] }, "rooms[b]");
    await it.pass(500);
    await it.pass(500);
    expect(draft.view().state.kind).toBe("saved");
    expect(it.stored.part?.value).toEqual({ rooms: [room("a", "Wheel room"), room("b", "Kiln room"), room("c")] });
    draft.undo();
    await it.pass(500);
    expect(it.stored.part?.value).toEqual({ rooms: [room("a", "Wheel room"), room("b"), room("c")] });
  });

  test("where both changed the same, only that is chosen between", async () => {
    const it = world();
    it.withPart({ rooms: [room("a"), room("b")] });
    const draft = it.open();
    it.partFromSomebodyElse({ rooms: [room("a", "theirs"), room("b", "theirs too")] });
    draft.changePart({ rooms: [room("a", "yours"), room("b")] }, "rooms[a]");
    await it.pass(500);
    expect(draft.view().state.kind).toBe("conflict");
    draft.choose("yours");
    await it.pass(500);
    expect(it.stored.part?.value).toEqual({ rooms: [room("a", "yours"), room("b", "theirs too")] });
  });

  test("what saving would do is agreed to once, or the change is taken back", async () => {
    const it = world();
    it.withPart({ rooms: [room("a"), room("b")] });
    const draft = it.open();
    const asks: Saved = { kind: "asks", message: "A booking stands.", each: ["Nuala, Thursday 10:00"] };
    it.answers(asks, null, asks);
    draft.changePart({ rooms: [room("a")] }, "rooms");
    await it.pass(500);
    expect(draft.view().state).toEqual(asks);
    draft.agree();
    await it.pass(500);
    expect([draft.view().state.kind, it.stored.part?.value]).toEqual(["saved", { rooms: [room("a")] }]);
    await it.pass(2000);
    draft.changePart({ rooms: [room("c")] }, "rooms");
    await it.pass(500);
    expect(draft.view().state.kind).toBe("asks");
    draft.undo();
    await it.pass(500);
    expect([draft.view().state.kind, it.saves]).toEqual(["saved", 3]);
  });
});

test("a refusal is said and kept; what can't be read in the storage is nothing", async () => {
  const it = world();
  const draft = it.open();
  it.answers({ kind: "refused", message: "You may not change this." });
  draft.change({ text: "x" });
  await it.pass(500);
  expect(draft.view().state).toEqual({ kind: "refused", message: "You may not change this." });
  const broken = new WidgetDraft(
    { name: "a", settings: { text: "b" }, revision: 1 },
    { ...sourceOf("{broken"), schema },
  );
  expect(broken.view()).toMatchObject({ recovered: false, state: { kind: "saved" } });
});

const sourceOf = (kept: string): DraftSource => ({
  schema,
  needsName: "",
  storage: { read: () => kept, write: () => {} },
  now: () => 0,
  later: () => () => {},
  save: async () => ({ kind: "saved", revision: 2 }),
});

// The settings of one open widget as they are being changed, and the part of the site that its kind keeps besides:
// validated as typed, saved when they hold, with steps back and forth, kept in the browser until the server has them,
// made one with what somebody else saved meanwhile, and with both sides at hand where the same was changed. No React in
// here: the workspace listens, tests drive it.
import type Joi from "joi";
import { pathOf } from "@/core/input/fault";
import { mergedValues } from "@/core/input/merge";
import { sentences } from "@/core/input/sentences";

/** What a widget is on the server. */
export interface Stored {
  readonly name: string;
  readonly settings: object;
  readonly revision: number;
  /** What the kind keeps for all of its widgets, and its version; absent for kinds that keep nothing. */
  readonly part?: { readonly value: object; readonly version: number };
}

/** What is to be saved: the part only where it has changed. */
export interface ToSave extends Stored {
  /** What saving would do was told, and is wanted. */
  readonly agreed: boolean;
}

/** What the server says to a save. */
export type Saved =
  | { readonly kind: "saved"; readonly revision: number; readonly partVersion?: number }
  /** Somebody else saved since; these are their settings. */
  | { readonly kind: "conflict"; readonly theirs: Stored }
  /** The server can't be reached, or the session has ended: to be tried again. */
  | { readonly kind: "later"; readonly signedOut: boolean }
  /** It would do what has to be agreed to first: each thing in a sentence. */
  | { readonly kind: "asks"; readonly message: string; readonly each: readonly string[] }
  | { readonly kind: "refused"; readonly message: string };

export interface DraftSource {
  readonly schema: Joi.ObjectSchema;
  /** What is wrong with the kind's part, by path; absent for kinds without one. */
  partFaults?(part: object): Readonly<Record<string, string>>;
  /** Words for a name that is missing. */
  readonly needsName: string;
  save(next: ToSave): Promise<Saved>;
  /** Where unsaved settings outlive the tab; "" for nothing. */
  readonly storage: { read(): string; write(text: string): void };
  /** Runs something later; answers how to call it off. */
  later(run: () => void, ms: number): () => void;
  /** Milliseconds that only rise. */
  now(): number;
}

export type DraftState =
  | { readonly kind: "saved" | "saving" | "incomplete" }
  | { readonly kind: "waiting" | "signedOut" }
  | { readonly kind: "refused"; readonly message: string }
  | { readonly kind: "asks"; readonly message: string; readonly each: readonly string[] }
  | { readonly kind: "conflict"; readonly theirs: Stored };

export interface DraftView {
  readonly name: string;
  readonly settings: object;
  /** The kind's part; null for kinds without one. */
  readonly part: object | null;
  readonly revision: number;
  /** What is wrong, by path ("fields[1].label", "name"); in the part it begins with "part.". */
  readonly faults: Readonly<Record<string, string>>;
  readonly state: DraftState;
  readonly mayUndo: boolean;
  readonly mayRedo: boolean;
  /** Whether it began with settings that an earlier tab could not save. */
  readonly recovered: boolean;
}

/** Changes of one field within this time are one step back, in ms. */
const oneStepMs = 1200;
/** How long changes are gathered before they are saved, in ms. */
const gatherMs = 450;
const againMs = 3000;
const mostSteps = 200;

interface Value {
  readonly name: string;
  readonly settings: object;
  readonly part: object | null;
}

interface Kept extends Value {
  readonly revision: number;
  readonly partVersion: number;
  /** What it was made from. */
  readonly base: Value;
}

const asValue = ({ name, settings, part }: Stored): Value => ({ name, settings, part: part?.value ?? null });

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

export class WidgetDraft {
  private value: Value;
  private revision: number;
  private partVersion: number;
  private stored: Value;
  private agreed = false;
  private past: Value[] = [];
  private future: Value[] = [];
  private lastChange: { readonly key: string; readonly at: number } | null = null;
  private state: DraftState = { kind: "saved" };
  private faults: Readonly<Record<string, string>> = {};
  private recovered = false;
  private callOff: (() => void) | null = null;
  private saving: Promise<void> | null = null;
  private ended = false;
  private readonly listeners = new Set<() => void>();
  private shown: DraftView;

  constructor(
    opened: Stored,
    private readonly source: DraftSource,
  ) {
    this.value = asValue(opened);
    this.stored = this.value;
    this.revision = opened.revision;
    this.partVersion = opened.part?.version ?? 0;
    this.shown = this.makeView();
    this.recover(opened);
  }

  /** Settings that an earlier tab left: they go on from here, or stand against what was saved since. */
  private recover(opened: Stored) {
    let kept: Kept | null = null;
    try {
      kept = JSON.parse(this.source.storage.read() || "null") as Kept | null;
    } catch {
      // What can't be read was not ours.
    }
    if (!kept?.base) return this.forget();
    const value: Value = { name: kept.name, settings: kept.settings, part: kept.part };
    if (same(value, this.value)) return this.forget();
    this.past.push(this.value);
    this.value = value;
    this.stored = kept.base;
    this.recovered = true;
    this.meet(opened);
  }

  /** What is stored now is not what this draft was made from: both are made one, or stand against each other. */
  private meet(theirs: Stored) {
    const { value, clashes } = mergedValues(this.stored, this.value, asValue(theirs));
    if (clashes.length) {
      this.judge();
      return this.become({ kind: "conflict", theirs });
    }
    this.rebase(theirs, value);
  }

  /** Goes on from what is stored now; steps back and forth keep what somebody else changed. */
  private rebase(theirs: Stored, value: Value) {
    const now = asValue(theirs);
    const along = (one: Value) => mergedValues(this.stored, one, now, "theirs").value;
    if (!same(now, this.stored)) {
      this.past = this.past.map(along);
      this.future = this.future.map(along);
    }
    this.lastChange = null;
    this.revision = theirs.revision;
    this.partVersion = theirs.part?.version ?? 0;
    this.stored = now;
    this.value = value;
    this.state = { kind: "saved" };
    this.judge();
    this.keep();
    this.saveSoon();
  }

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  view = (): DraftView => this.shown;

  private makeView(): DraftView {
    return {
      ...this.value,
      revision: this.revision,
      faults: this.faults,
      state: this.state,
      mayUndo: this.past.length > 0,
      mayRedo: this.future.length > 0,
      recovered: this.recovered,
    };
  }

  private tell() {
    this.shown = this.makeView();
    for (const listener of this.listeners) listener();
  }

  private become(state: DraftState) {
    this.state = state;
    this.tell();
  }

  private judge() {
    const { error } = this.source.schema.validate(this.value.settings, {
      abortEarly: false,
      convert: false,
      messages: sentences,
      errors: { wrap: { label: false } },
    });
    const faults: Record<string, string> = {};
    for (const detail of error?.details ?? []) faults[pathOf(detail.path)] ??= detail.message;
    if (!this.value.name.trim()) faults.name = this.source.needsName;
    if (this.value.part)
      for (const [path, message] of Object.entries(this.source.partFaults?.(this.value.part) ?? {}))
        faults[`part.${path}`] ??= message;
    this.faults = faults;
  }

  /** Changes some settings. A value of undefined takes the setting away. */
  change(part: Readonly<Record<string, unknown>>) {
    const settings = Object.fromEntries(
      Object.entries({ ...this.value.settings, ...part }).filter(([, value]) => value !== undefined),
    );
    this.put({ ...this.value, settings }, Object.keys(part).sort().join(" "));
  }

  /** Changes some of the kind's part. `key` names what is changed: a run of the same is one step back. */
  changePart(part: Readonly<Record<string, unknown>>, key: string) {
    this.put({ ...this.value, part: { ...this.value.part, ...part } }, `part ${key}`);
  }

  /** Changes settings and part in one step. */
  changeBoth(settings: Readonly<Record<string, unknown>>, part: Readonly<Record<string, unknown>>, key: string) {
    const { value } = this;
    this.put(
      { ...value, settings: { ...value.settings, ...settings }, part: { ...value.part, ...part } },
      `both ${key}`,
    );
  }

  rename(name: string) {
    this.put({ ...this.value, name }, "name");
  }

  private put(next: Value, key: string) {
    const at = this.source.now();
    const goesOn = this.lastChange?.key === key && at - this.lastChange.at < oneStepMs;
    if (!goesOn) {
      this.past.push(this.value);
      if (this.past.length > mostSteps) this.past.shift();
    }
    this.future = [];
    this.lastChange = { key, at };
    this.take(next);
  }

  private take(next: Value) {
    this.value = next;
    this.agreed = false;
    this.judge();
    this.keep();
    if (this.state.kind === "conflict") this.tell();
    else this.saveSoon();
  }

  undo() {
    const before = this.past.pop();
    if (!before) return;
    this.future.push(this.value);
    this.lastChange = null;
    this.take(before);
  }

  redo() {
    const after = this.future.pop();
    if (!after) return;
    this.past.push(this.value);
    this.lastChange = null;
    this.take(after);
  }

  /** Ends a conflict: one's own settings over theirs, or theirs, with one's own a step back away. */
  choose(whose: "yours" | "theirs") {
    if (this.state.kind !== "conflict") return;
    const { theirs } = this.state;
    const asMade = (prefer: "yours" | "theirs") => mergedValues(this.stored, this.value, asValue(theirs), prefer).value;
    const [yours, chosen] = [asMade("yours"), asMade(whose)];
    this.recovered = false;
    this.rebase(theirs, chosen);
    if (whose === "yours") return;
    // One's own is a step back away.
    this.past.push(yours);
    this.future = [];
    this.tell();
  }

  /** What saving would do was told, and is wanted. */
  agree() {
    if (this.state.kind !== "asks") return;
    this.agreed = true;
    this.saveSoon();
  }

  private keep() {
    const { value, stored, revision, partVersion } = this;
    this.source.storage.write(JSON.stringify({ ...value, revision, partVersion, base: stored } satisfies Kept));
  }

  private forget() {
    this.source.storage.write("");
  }

  private saveSoon(ms = gatherMs) {
    this.callOff?.();
    this.callOff = null;
    if (Object.keys(this.faults).length) return this.become({ kind: "incomplete" });
    if (same(this.value, this.stored) && !this.saving) {
      this.forget();
      return this.become({ kind: "saved" });
    }
    if (ms === gatherMs) this.state = { kind: "saving" };
    if (this.ended) return;
    this.callOff = this.source.later(() => void this.flush(), ms);
    this.tell();
  }

  /** Saves what is there now, after what is on its way. */
  async flush(): Promise<void> {
    this.callOff?.();
    this.callOff = null;
    await this.saving;
    if (this.state.kind === "conflict" || Object.keys(this.faults).length) return;
    if (same(this.value, this.stored)) return;
    const sent = this.value;
    const { name, settings, part } = sent;
    const changed = part && !same(part, this.stored.part) ? { part: { value: part, version: this.partVersion } } : {};
    const toSave = { name, settings, revision: this.revision, agreed: this.agreed, ...changed };
    const work = this.source.save(toSave).then((answer) => {
      this.saving = null;
      this.answered(sent, answer);
    });
    this.saving = work;
    await work;
  }

  private answered(sent: Value, answer: Saved) {
    if (answer.kind === "conflict") return this.meet(answer.theirs);
    if (answer.kind === "refused") return this.become({ kind: "refused", message: answer.message });
    if (answer.kind === "asks") return this.become({ kind: "asks", message: answer.message, each: answer.each });
    if (answer.kind === "later") {
      this.state = { kind: answer.signedOut ? "signedOut" : "waiting" };
      return this.saveSoon(againMs);
    }
    this.revision = answer.revision;
    this.partVersion = answer.partVersion ?? this.partVersion;
    this.stored = sent;
    this.agreed = false;
    this.recovered = false;
    // What was typed meanwhile is saved next, on what has just been stored.
    if (same(this.value, sent)) {
      this.forget();
      this.become({ kind: "saved" });
    } else {
      this.keep();
      this.saveSoon();
    }
  }

  /** The workspace is left: what is complete is still saved, the rest stays in the browser. */
  end(): Promise<void> {
    this.ended = true;
    this.listeners.clear();
    return this.flush();
  }
}

import { emptyOf, type Form, lineOf, settingsForm } from "./form";

interface Service {
  readonly name: string;
  readonly lengths?: readonly { readonly minutes: number; readonly price: number | null }[];
}

const lengths = [
  { minutes: 60, price: null },
  { minutes: 120, price: 7000 },
];

/** A form of a service, and what was changed by it. */
function open(service: Service, faults: Readonly<Record<string, string>> = {}) {
  const changes: (readonly [change: Partial<Service>, typed: string | undefined])[] = [];
  const form: Form<Service> = {
    item: service,
    fault: (path) => faults[path],
    put: (change, typed) => changes.push([change, typed]),
  };
  return { form, changes };
}

test("the settings of a widget are a form: what is wrong stands at its path, what changed is handed on", () => {
  const changed: Partial<Service>[] = [];
  const form = settingsForm<Service>({
    settings: { name: "Wheel" },
    faults: { name: "It needs a name." },
    change: (part) => changed.push(part),
  });
  expect(form.fault("name")).toBe("It needs a name.");
  expect(form.fault("lengths")).toBeUndefined();
  form.put({ name: "First throw" });
  expect(changed).toEqual([{ name: "First throw" }]);
});

describe("one thing of a list is a form of its own", () => {
  test("what is wrong with it is asked for by its place", () => {
    const { form } = open({ name: "Bench", lengths }, { "lengths[1].minutes": "This is longer than a day." });
    expect(lineOf(form, "lengths", 1).fault("minutes")).toBe("This is longer than a day.");
    expect(lineOf(form, "lengths", 0).fault("minutes")).toBeUndefined();
  });

  test("a change of it leaves the others as they are", () => {
    const { form, changes } = open({ name: "Bench", lengths });
    const line = lineOf(form, "lengths", 1);
    expect(line.item.minutes).toBe(120);
    line.put({ minutes: 150 });
    expect(changes).toEqual([[{ lengths: [lengths[0], { minutes: 150, price: 7000 }] }, undefined]]);
  });

  test("what is typed into it is one run a place: a step back takes it all", () => {
    const { form, changes } = open({ name: "Bench", lengths });
    lineOf(form, "lengths", 1).put({ minutes: 15 }, "minutes");
    lineOf(form, "lengths", 0).put({ minutes: 90 });
    expect(changes.map(([, typed]) => typed)).toEqual(["lengths 1 minutes", undefined]);
  });
});

test("a field that is emptied keeps what its line says, also where the value is left out; else what is usual", () => {
  expect(emptyOf({}, "")).toBe("");
  expect(emptyOf({ empty: null }, "")).toBeNull();
  expect(emptyOf({ empty: undefined }, "")).toBeUndefined();
  expect(emptyOf({ empty: 24 }, 0)).toBe(24);
});

// Whether a choice can have been made as it says.
import { optional } from "./category";
import { type Proof, proofFault, waysToChoose } from "./proof";
import { rules } from "./rules";

const everything = [...optional];
const proof = (more: Partial<Proof>): Proof => ({ region: "eu", rule: "eu", given: [], how: "choice", ...more });
const fault = (more: Partial<Proof>, elsewhere: Proof["rule"] = "states") => proofFault(proof(more), { elsewhere });

test("“Refuse all” gives nothing, “Accept all” everything", () => {
  expect(fault({ how: "refuse" })).toBeNull();
  expect(fault({ how: "refuse", given: everything })).toBe("given");
  expect(fault({ how: "refuse", given: everything.slice(0, 1) })).toBe("given");
  expect(fault({ how: "accept", given: everything })).toBeNull();
  expect(fault({ how: "accept" })).toBe("given");
});

test("who asks not to be sold gives no marketing, and a press gives what was pressed alone", () => {
  expect(fault({ how: "doNotSell", given: everything })).toBe("given");
  expect(fault({ how: "doNotSell", given: everything.filter((one) => one !== "marketing") })).toBeNull();
  expect(fault({ how: "press", thing: "clips.localhost" })).toBeNull();
  expect(fault({ how: "press", thing: "clips.localhost", given: everything.slice(0, 1) })).toBe("given");
  expect(fault({ how: "press" })).toBe("thing");
  expect(fault({ how: "refuse", thing: "clips.localhost" })).toBe("thing");
});

test("to have read of it is no yes where the law wants one to be said", () => {
  const strict = (Object.keys(rules) as Proof["rule"][]).find(
    (rule) => rules[rule].before.length && !rules[rule].implied,
  );
  if (!strict) throw new Error("There is no such rule.");
  expect(fault({ region: strict, rule: strict, how: "understood", given: rules[strict].before })).toBe("given");
  expect(fault({ region: strict, rule: strict, how: "understood" })).toBeNull();
});

test("the rule is that of the region, or the one that the site has chosen for where there is none", () => {
  for (const how of waysToChoose) {
    const made = {
      how,
      given: how === "accept" ? everything : [],
      ...(how === "press" ? { thing: "maps.example" } : {}),
    };
    expect(fault({ ...made, region: "elsewhere", rule: "states" })).toBeNull();
    expect(fault({ ...made, region: "elsewhere", rule: "eu" })).toBe("rule");
    expect(fault({ ...made, region: "eu", rule: "states" })).toBe("rule");
  }
});

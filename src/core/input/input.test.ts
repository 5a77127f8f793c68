// The shape of what comes in, judged before any schema looks at it; and words of one line.
import fc from "fast-check";
import { formShape, shapeFault, studioShape, textFault } from "./shape";
import { lineSchema, mailSchema } from "./text";

const nested = (levels: number): unknown => {
  let value: unknown = 1;
  for (let level = 0; level < levels; level++) value = level % 2 ? [value] : { in: value };
  return value;
};

test("what is small and flat has no fault, whatever it says", () => {
  fc.assert(
    fc.property(
      fc.dictionary(
        fc.string({ maxLength: 8 }).filter((key) => textFault(key) === null),
        fc.integer(),
        { maxKeys: 20 },
      ),
      (value) => expect(shapeFault(value, formShape)).toBeNull(),
    ),
  );
  for (const value of [null, undefined, 1, "words", true, [], {}]) expect(shapeFault(value, formShape)).toBeNull();
});

test("each limit holds exactly where it says", () => {
  const { depth, keys, items } = formShape;
  expect(shapeFault(nested(depth), formShape)).toBeNull();
  expect(shapeFault(nested(depth + 1), formShape)?.message).toBe(`This is nested more than ${depth} levels deep.`);
  const wide = (count: number) => Object.fromEntries(Array.from({ length: count }, (_, nth) => [`k${nth}`, 1]));
  expect(shapeFault(wide(keys), formShape)).toBeNull();
  expect(shapeFault({ client: wide(keys + 1) }, formShape)).toEqual({
    path: "client",
    message: `At most ${keys} fields are read here.`,
  });
  const long = (count: number) => ({ list: Array.from({ length: count }, () => 1) });
  expect(shapeFault(long(items), formShape)).toBeNull();
  expect(shapeFault(long(items + 1), formShape)?.path).toBe("list");
  const many = Array.from({ length: 100 }, () => Array.from({ length: 100 }, () => 1));
  expect(shapeFault({ many }, formShape)?.message).toMatch(/more than 2000 values/);
  expect(shapeFault({ many }, studioShape)).toBeNull();
});

test("the way to a fault is told as fields are written, and no longer than anybody reads", () => {
  expect(shapeFault({ client: { names: ["a", "b\u0000"] } }, formShape)).toEqual({
    path: "client.names[1]",
    message: expect.stringMatching(/^Here stands a control character/),
  });
  const deep = shapeFault({ ["x".repeat(5000)]: { ["y".repeat(5000)]: "\u0000" } }, formShape);
  expect(deep?.path.length).toBeLessThan(210);
});

test("a hundred thousand levels or keys end at the first fault, without a deep stack", () => {
  expect(shapeFault(nested(100_000), studioShape)?.message).toMatch(/levels deep/);
  expect(shapeFault(JSON.parse(`${"[".repeat(100_000)}${"]".repeat(100_000)}`), formShape)?.message).toMatch(/levels/);
});

test("control characters and halves of letters are refused in texts and names, line breaks are not", () => {
  for (const text of ["a\u0000", "\u0007", "\u001b[0m", "\u007f", "\u0085", "\ud800", "x\udc00"])
    expect([text, textFault(text) === null]).toEqual([text, false]);
  for (const text of ["two\nlines", "a\tb", "a\r\nb", "ünï, 窯, 🏺", "\u202eabc"]) expect(textFault(text)).toBeNull();
  expect(shapeFault({ "na\u0000me": 1 }, formShape)?.message).toBe("A field's name has a control character.");
});

test("a line of words has no break in it, is trimmed and bounded", () => {
  const line = lineSchema(10);
  expect(line.validate("  Nuala ").value).toBe("Nuala");
  for (const text of ["a\nb", "a\rb", "a\tb", "a\u2028b", "a\u2029b"])
    expect(line.validate(text).error?.message).toBe("This is one line; please leave out the line break.");
  expect(line.validate("x".repeat(11)).error).toBeDefined();
});

test("an address of mail is trimmed, in small letters, and told how one looks", () => {
  expect(mailSchema.validate(" Ana@Mail.Example ").value).toBe("ana@mail.example");
  for (const text of ["no address", "a@", "@b.example", "a@b@c.example", `${"a".repeat(300)}@b.example`])
    expect(mailSchema.validate(text).error?.message).toMatch(/ana@mail\.example\.$|at most 254/);
});

// Forms with very many parts are refused before they are taken apart, wherever they come in.
import { formShape } from "@/core/input/shape";
import { formFrom } from "./multipart";

const type = "multipart/form-data; boundary=x";
const formOf = (parts: number) =>
  Buffer.from(
    `${Array.from({ length: parts }, (_, nth) => `--x\r\nContent-Disposition: form-data; name="a${nth}"\r\n\r\n1\r\n`).join("")}--x--\r\n`,
  );

test("as many parts as a form has are read", async () => {
  expect(Object.keys((await formFrom(formOf(formShape.keys), type)).fields)).toHaveLength(formShape.keys);
});

test("one more is refused, as are a hundred thousand", async () => {
  for (const parts of [formShape.keys + 1, 100_000])
    await expect(formFrom(formOf(parts), type)).rejects.toMatchObject({ status: 422 });
});

test("what is no form is said to be none", async () => {
  for (const other of ["multipart/form-data", "text/plain", ""])
    await expect(formFrom(formOf(1), other)).rejects.toMatchObject({ status: 400 });
});

// Addresses as each country writes them.
import {
  type Address,
  addressFaults,
  addressFields,
  addressForm,
  addressLines,
  autofill,
  fieldsOf,
  noAddress,
} from "./address";

const address = (more: Partial<Address>): Address => ({
  ...noAddress,
  name: "Nuala Byrne",
  street: "3 Quay Street",
  city: "Galway",
  country: "IE",
  ...more,
});

test("the country comes first, since the others depend on it; its own order after that", () => {
  expect(fieldsOf("DE")).toEqual(["country", "name", "company", "street", "more", "postcode", "city"]);
  expect(fieldsOf("US").slice(-3)).toEqual(["city", "region", "postcode"]);
  for (const country of ["IE", "US", "JP", ""]) expect(new Set(fieldsOf(country)).size).toBe(fieldsOf(country).length);
});

test("every example is a postcode of its country, and what is none is told", () => {
  for (const country of "AT AU BE CA CH CZ DE DK ES FI FR GB IE IT LU NL NO PL PT SE US".split(" ")) {
    const { example, region } = addressForm(country);
    const one = address({ country, postcode: example, region: region === "needed" ? "X" : "" });
    expect([country, addressFaults(one)]).toEqual([country, {}]);
    expect([country, addressFaults({ ...one, postcode: "!" }).postcode]).toEqual([country, "postcode"]);
  }
});

test("what is needed: a postcode but in Ireland, a state in the United States", () => {
  expect(addressFaults(address({}))).toEqual({});
  expect(addressFaults(address({ country: "DE" }))).toEqual({ postcode: "needed" });
  expect(addressFaults(address({ country: "US", postcode: "97201" }))).toEqual({ region: "needed" });
  expect(addressFaults({ ...noAddress })).toMatchObject({
    name: "needed",
    street: "needed",
    city: "needed",
    country: "needed",
  });
  // Countries without a form of their own take any postcode.
  expect(addressFaults(address({ country: "JP", postcode: "150-0001" }))).toEqual({});
});

test("as its lines are written on a parcel", () => {
  const name = (code: string) => ({ IE: "Ireland", DE: "Germany" })[code] ?? code;
  expect(addressLines(address({ postcode: "H91 AB12" }), name)).toEqual([
    "Nuala Byrne",
    "3 Quay Street",
    "Galway H91 AB12",
    "Ireland",
  ]);
  expect(addressLines(address({ country: "DE", postcode: "10115", city: "Berlin" }), name)[2]).toBe("10115 Berlin");
});

test("every field has a token of autofill", () => {
  for (const field of addressFields) expect(autofill[field]).toMatch(/^[a-z0-9-]+$/);
});

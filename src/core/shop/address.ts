// Addresses as each country writes them: which fields, in which order, and what a postcode looks like.

export const addressFields = ["name", "company", "street", "more", "postcode", "city", "region", "country"] as const;
export type AddressField = (typeof addressFields)[number];

export type Address = Readonly<Record<AddressField, string>>;

export const noAddress: Address = {
  name: "",
  company: "",
  street: "",
  more: "",
  postcode: "",
  city: "",
  region: "",
  country: "",
};

/** Tokens of autofill (HTML, section 4.10.18.7.1). */
export const autofill: Readonly<Record<AddressField, string>> = {
  name: "name",
  company: "organization",
  street: "address-line1",
  more: "address-line2",
  postcode: "postal-code",
  city: "address-level2",
  region: "address-level1",
  country: "country",
};

interface Form {
  /** Between the street and the country. */
  readonly places: readonly AddressField[];
  readonly region: "none" | "some" | "needed";
  readonly postcode: RegExp | null;
  readonly example: string;
}

const usual: Form = { places: ["postcode", "city"], region: "none", postcode: null, example: "" };
const four = /^\d{4}$/;
const five = /^\d{5}$/;
const digits = (postcode: RegExp, example: string): Form => ({ ...usual, postcode, example });

/** Countries whose form is their own; all others write what the usual one asks, and any postcode. */
const forms: Readonly<Record<string, Form>> = {
  AT: digits(four, "1010"),
  AU: { places: ["city", "region", "postcode"], region: "needed", postcode: /^\d{4}$/, example: "3000" },
  BE: digits(four, "1000"),
  CA: {
    places: ["city", "region", "postcode"],
    region: "needed",
    postcode: /^[A-Z]\d[A-Z] ?\d[A-Z]\d$/i,
    example: "K1A 0B1",
  },
  CH: digits(four, "8001"),
  CZ: { ...usual, postcode: /^\d{3} ?\d{2}$/, example: "110 00" },
  DE: digits(five, "10115"),
  DK: digits(four, "1050"),
  ES: { places: ["postcode", "city", "region"], region: "some", postcode: /^\d{5}$/, example: "28001" },
  FI: digits(five, "00100"),
  FR: digits(five, "75001"),
  GB: {
    places: ["city", "region", "postcode"],
    region: "some",
    postcode: /^[A-Z]{1,2}\d[A-Z\d]? ?\d[A-Z]{2}$/i,
    example: "BT1 5GS",
  },
  IE: {
    places: ["city", "region", "postcode"],
    region: "some",
    postcode: /^([A-Z]\d[\dW] ?[A-Z\d]{4})?$/i,
    example: "H91 AB12",
  },
  IT: { places: ["postcode", "city", "region"], region: "some", postcode: /^\d{5}$/, example: "00118" },
  LU: digits(four, "1009"),
  NL: { ...usual, postcode: /^\d{4} ?[A-Z]{2}$/i, example: "1011 AB" },
  NO: digits(four, "0150"),
  PL: { ...usual, postcode: /^\d{2}-?\d{3}$/, example: "00-001" },
  PT: { ...usual, postcode: /^\d{4}(-\d{3})?$/, example: "1000-001" },
  SE: { ...usual, postcode: /^\d{3} ?\d{2}$/, example: "111 22" },
  US: { places: ["city", "region", "postcode"], region: "needed", postcode: /^\d{5}(-\d{4})?$/, example: "97201" },
};

/** The form of a country's addresses. */
export const addressForm = (country: string): Form =>
  Object.hasOwn(forms, country) ? (forms[country] as Form) : { ...usual, region: "some" };

/** The fields of a country's addresses in the order they are asked, its country first: the others depend on it. */
export const fieldsOf = (country: string): readonly AddressField[] => [
  "country",
  "name",
  "company",
  "street",
  "more",
  ...addressForm(country).places,
];

/** What is missing or wrong in an address, by field, as codes of words. */
export function addressFaults(address: Address): Partial<Record<AddressField, "needed" | "postcode">> {
  const { region, postcode } = addressForm(address.country);
  const faults: Partial<Record<AddressField, "needed" | "postcode">> = {};
  for (const field of ["country", "name", "street", "city"] as const) if (!address[field]) faults[field] = "needed";
  if (region === "needed" && !address.region) faults.region = "needed";
  if (postcode && !postcode.test(address.postcode)) faults.postcode = address.postcode ? "postcode" : "needed";
  return faults;
}

/** An address as its lines are written on a parcel. */
export function addressLines(address: Address, countryName: (code: string) => string): readonly string[] {
  const { places } = addressForm(address.country);
  const town = places
    .map((field) => address[field])
    .filter(Boolean)
    .join(" ");
  return [address.name, address.company, address.street, address.more, town, countryName(address.country)].filter(
    Boolean,
  );
}

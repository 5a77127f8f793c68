// Services as a table: written to CSV (RFC 4180) and read from it, line by line. What can't be read of a line is told with
// its number; the others are good.
import Papa from "papaparse";
import { newService } from "@/core/booking/blank";
import type { BookingSetUp, Service } from "@/core/booking/booking";
import { readTimes, timesText } from "@/core/booking/hours/hours-text";
import { serviceSchema } from "@/core/booking/rules/schema";
import { sentences } from "@/core/input/sentences";
import { decimalsOf } from "@/core/money/money";
import { words } from "../words";

const own = words.csv;

const columns = [
  "id",
  "name",
  "category",
  "words",
  "minutes",
  "tidy_before",
  "tidy_after",
  "price",
  "earlier_price",
  "tax_percent",
  "seats",
  "starts",
  "confirmation",
  "shown",
] as const;
type Column = (typeof columns)[number];
type Line = Readonly<Partial<Record<Column, string>>>;

const written = (amount: number | null | undefined, currency: string) => {
  const decimals = decimalsOf(currency);
  return amount === null || amount === undefined ? "" : (amount / 10 ** decimals).toFixed(decimals);
};

/** Text that a program of tables would take for a formula is kept from being one. */
const plain = (text: string) => (/^[=+\-@\t\r]/.test(text) ? `'${text}` : text);

export function servicesCsv(services: readonly Service[], currency: string): string {
  const lines = services.map(
    (service): Record<Column, string | number> => ({
      id: service.id,
      name: plain(service.name),
      category: plain(service.category),
      words: plain(service.words),
      minutes: service.durationMinutes,
      tidy_before: service.tidyUp.beforeMinutes,
      tidy_after: service.tidyUp.afterMinutes,
      price: written(service.price?.amount, currency),
      earlier_price: written(service.price?.earlier, currency),
      tax_percent: service.tax?.percent ?? "",
      seats: service.capacity,
      starts: "at" in service.starts ? timesText(service.starts.at) : `every ${service.starts.everyMinutes}`,
      confirmation: service.confirm,
      shown: service.online ? "yes" : "no",
    }),
  );
  return Papa.unparse({ fields: [...columns], data: lines }, { newline: "\r\n" });
}

export interface ReadServices {
  /** New ones, and changed ones under the id that they had. */
  readonly services: readonly Service[];
  readonly broken: readonly { readonly line: number; readonly reason: string }[];
  /** Nothing could be read at all: why. */
  readonly fault: string | null;
}

class Broken extends Error {}

function number(line: Line, column: Column, usual: number): number {
  const text = (line[column] ?? "").trim();
  if (!text) return usual;
  const value = Number(text.replace(",", "."));
  if (!Number.isFinite(value)) throw new Broken(own.noNumber(column, text));
  return value;
}

function money(line: Line, column: Column, currency: string): number | null {
  if (!(line[column] ?? "").trim()) return null;
  const decimals = decimalsOf(currency);
  const exact = number(line, column, 0) * 10 ** decimals;
  const amount = Math.round(exact);
  if (Math.abs(exact - amount) > 1e-6) throw new Broken(own.decimals(column, decimals));
  if (amount < 0) throw new Broken(own.negative(column));
  return amount;
}

function starts(line: Line, usual: Service["starts"]): Service["starts"] {
  const text = (line.starts ?? "").trim();
  if (!text) return usual;
  const every = /^every (\d+)$/i.exec(text)?.[1];
  if (every) return { everyMinutes: Number(every) };
  const read = readTimes(text);
  if ("fault" in read) throw new Broken(read.fault);
  return { at: read.times };
}

const yesNo: Readonly<Record<string, boolean>> = { "": true, yes: true, no: false };

const unplain = (text: string) => text.replace(/^'(?=[=+\-@\t\r])/, "").trim();

function serviceOf(line: Line, before: Service, currency: string): Service {
  const name = unplain(line.name ?? "");
  if (!name) throw new Broken(own.noName);
  const confirm = (line.confirmation ?? "").trim() || before.confirm;
  const shown = yesNo[(line.shown ?? "").trim().toLowerCase()];
  if (shown === undefined) throw new Broken(own.noYes);
  const amount = money(line, "price", currency);
  const earlier = money(line, "earlier_price", currency);
  const percent = (line.tax_percent ?? "").trim() ? number(line, "tax_percent", 0) : null;
  return {
    ...before,
    name,
    category: unplain(line.category ?? before.category),
    words: unplain(line.words ?? before.words),
    durationMinutes: number(line, "minutes", before.durationMinutes),
    tidyUp: {
      beforeMinutes: number(line, "tidy_before", before.tidyUp.beforeMinutes),
      afterMinutes: number(line, "tidy_after", before.tidyUp.afterMinutes),
    },
    price: amount === null ? null : { amount, earlier },
    tax: percent === null ? null : { percent, included: before.tax?.included ?? true },
    capacity: number(line, "seats", before.capacity),
    starts: starts(line, before.starts),
    confirm: confirm as Service["confirm"],
    online: shown,
  };
}

/** Services from the text of a CSV. Only a column of names has to be there; unknown ones are told, and nothing is read. */
export function readServices(
  text: string,
  { part, currency, newId }: { readonly part: BookingSetUp; readonly currency: string; readonly newId: () => string },
): ReadServices {
  const none = (fault: string): ReadServices => ({ services: [], broken: [], fault });
  const { data, meta } = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
    transformHeader: (name) => name.trim().toLowerCase(),
  });
  const fields = meta.fields ?? [];
  if (!fields.includes("name")) return none(own.noHeader(columns.join(", ")));
  const unknown = fields.filter((name) => !(columns as readonly string[]).includes(name));
  if (unknown.length) return none(own.unknownColumns(unknown.join(", "), columns.join(", ")));
  if (!data.length) return none(own.empty);
  if (data.length > 300) return none(own.tooMany);
  const broken: { line: number; reason: string }[] = [];
  const services: Service[] = [];
  const seen = new Set<string>();
  const place = part.places[0]?.id ?? "place";
  data.forEach((line, at) => {
    try {
      const id = (line.id ?? "").trim();
      const known = part.services.find((one) => one.id === id);
      if (id && seen.has(id)) throw new Broken(own.twice(id));
      const service = serviceOf(line, known ?? newService(id || newId(), place, ""), currency);
      const { error } = serviceSchema.validate(service, {
        convert: false,
        messages: sentences,
        errors: { wrap: { label: false } },
      });
      if (error) throw new Broken(error.message);
      seen.add(service.id);
      services.push(service);
    } catch (error) {
      if (!(error instanceof Broken)) throw error;
      // The header is line 1.
      broken.push({ line: at + 2, reason: error.message });
    }
  });
  return { services, broken, fault: null };
}

// Numbers that text messages go to.
import { type CountryCode, isSupportedCountry, parsePhoneNumberFromString } from "libphonenumber-js/min";
import type { BookingSetUp, Service } from "@/core/booking/booking";
import type { SiteRow } from "@/data/site/queries";
import { fieldProblem } from "../problem";

/** The country that a site's language is of ("en-IE"): numbers without a code are read as of there. */
function countryOf(language: string): CountryCode | undefined {
  const { region } = new Intl.Locale(language);
  return region !== undefined && isSupportedCountry(region) ? region : undefined;
}

/**
 * Where text messages about a booking go, in E.164: null where none are wanted, or where the place sends none. 422 at
 * client.phone for what is no number.
 */
export function textsTo(
  { settings }: SiteRow,
  { places }: BookingSetUp,
  service: Service,
  client: { readonly phone: string; readonly textMessages: boolean },
): string | null {
  if (!client.textMessages || !places.find(({ id }) => id === service.place)?.textMessages) return null;
  const number = parsePhoneNumberFromString(client.phone, countryOf(settings.language));
  if (!number?.isPossible())
    throw fieldProblem(
      "client.phone",
      "Write the number for text messages with its country’s code, as in +353 87 555 0100.",
    );
  return number.number;
}

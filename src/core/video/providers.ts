// The list of video hosts Webitor knows by more than oEmbed. Adding one adds one file in providers/ and one line here.
import type { Provider } from "./provider";
import { clips } from "./providers/clips";

const all = { clips };

export type ProviderName = keyof typeof all;

export const providers: Readonly<Record<ProviderName, Provider>> = all;
export const providerNames = Object.keys(all) as readonly ProviderName[];

// Begins the calls of a screen while its script is still on its way.
import { headers } from "next/headers";
import { type EarlyCall, earlyScript } from "@/studio/kit/early";

export async function EarlyCalls({ calls }: { calls: readonly EarlyCall[] }) {
  const nonce = (await headers()).get("x-nonce") ?? "";
  return (
    <script
      nonce={nonce}
      suppressHydrationWarning
      // biome-ignore lint/security/noDangerouslySetInnerHtml: our own line; what is from the address can't end the element
      dangerouslySetInnerHTML={{ __html: earlyScript(calls) }}
    />
  );
}

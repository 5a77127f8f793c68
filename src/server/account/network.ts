// The network of an address: what limits and lists tell apart. A whole address names one machine; its network does not.
import ipaddr from "ipaddr.js";

const cidr = (parsed: ipaddr.IPv6, bits: number) =>
  `${ipaddr.IPv6.networkAddressFromCIDR(`${parsed.toString()}/${bits}`).toString()}/${bits}`;

/**
 * The networks that count as one caller, the nearest first: an IPv4 address itself; of an IPv6 address the /64 it lies in, and the /56
 * around that, which may call `times` as often.
 */
export function networksOf(address: string): readonly { readonly network: string; readonly times: number }[] {
  const parsed = ipaddr.isValid(address) ? ipaddr.process(address) : null;
  return parsed instanceof ipaddr.IPv6
    ? [
        { network: cidr(parsed, 64), times: 1 },
        { network: cidr(parsed, 56), times: 4 },
      ]
    : [{ network: parsed?.toString() ?? address.slice(0, 60), times: 1 }];
}

/** "192.0.2.0/24" of 192.0.2.17, "2001:db8:1::/48" of 2001:db8:1:2::3; what is no address stays as it is. */
export function networkOf(address: string): string {
  if (!ipaddr.isValid(address)) return address.slice(0, 60);
  const parsed = ipaddr.process(address);
  const [bits, kind] = parsed.kind() === "ipv4" ? ([24, ipaddr.IPv4] as const) : ([48, ipaddr.IPv6] as const);
  return `${kind.networkAddressFromCIDR(`${parsed.toString()}/${bits}`).toString()}/${bits}`;
}

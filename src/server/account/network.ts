// The network of an address: what limits and lists tell apart. A whole address names one machine; its network does not.
import ipaddr from "ipaddr.js";

/** "192.0.2.0/24" of 192.0.2.17, "2001:db8:1::/48" of 2001:db8:1:2::3; what is no address stays as it is. */
export function networkOf(address: string): string {
  if (!ipaddr.isValid(address)) return address.slice(0, 60);
  const parsed = ipaddr.process(address);
  const [bits, kind] = parsed.kind() === "ipv4" ? ([24, ipaddr.IPv4] as const) : ([48, ipaddr.IPv6] as const);
  return `${kind.networkAddressFromCIDR(`${parsed.toString()}/${bits}`).toString()}/${bits}`;
}

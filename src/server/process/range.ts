// Parts of a file that a Range header asks for (RFC 9110, 14.2): players seek by them. One range of bytes is answered; a
// header that is none, or asks for several, is as if it were not there.

export type Range = { readonly from: number; readonly to: number } | "beyond";

/** The bytes wanted of a file of `size`, both ends included; null for all of it, "beyond" for what it does not have. */
export function rangeOf(header: string | null | undefined, size: number): Range | null {
  const [, first = "", last = ""] = /^bytes=(\d{0,15})-(\d{0,15})$/.exec(header?.trim() ?? "") ?? [];
  if (!first && !last) return null;
  if (!first) return Number(last) && size ? { from: Math.max(0, size - Number(last)), to: size - 1 } : "beyond";
  const from = Number(first);
  if (from >= size) return "beyond";
  const to = last ? Math.min(Number(last), size - 1) : size - 1;
  return to >= from ? { from, to } : null;
}

/** Status, headers and bytes of an answer to such a request. */
export function partial(
  bytes: Buffer,
  header: string | null | undefined,
): { readonly status: 200 | 206 | 416; readonly headers: Record<string, string>; readonly body: Buffer } {
  const range = rangeOf(header, bytes.length);
  const headers = { "Accept-Ranges": "bytes" };
  if (range === null)
    return { status: 200, headers: { ...headers, "Content-Length": String(bytes.length) }, body: bytes };
  if (range === "beyond")
    return {
      status: 416,
      headers: { ...headers, "Content-Range": `bytes */${bytes.length}`, "Content-Length": "0" },
      body: Buffer.alloc(0),
    };
  const body = bytes.subarray(range.from, range.to + 1);
  return {
    status: 206,
    headers: {
      ...headers,
      "Content-Range": `bytes ${range.from}-${range.to}/${bytes.length}`,
      "Content-Length": String(body.length),
    },
    body,
  };
}

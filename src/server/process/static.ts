// The studio's scripts and styles: their names change with what is in them, so that each is packed once, by the build or, for
// browsers that take less, by the process. Next would pack them anew for every visitor.
import { readdirSync } from "node:fs";
import { readFile } from "node:fs/promises";
import type { IncomingMessage, ServerResponse } from "node:http";
import { extname, join, sep } from "node:path";
import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";
import { encodingFor } from "./answers";

type Encoding = ReturnType<typeof encodingFor>;

const types: Readonly<Record<string, string>> = {
  ".js": "application/javascript; charset=UTF-8",
  ".css": "text/css; charset=UTF-8",
};

/** Of what no build has packed. */
const brotliQuality = 5;

const pack: Readonly<Record<Encoding, (bytes: Buffer) => Promise<Buffer>>> = {
  br: (bytes) => promisify(brotliCompress)(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: brotliQuality } }),
  gzip: (bytes) => promisify(gzip)(bytes),
  identity: async (bytes) => bytes,
};

/**
 * Serves the scripts and styles that are in `folder` now, by paths that begin with `prefix`. Answers false for any other path
 * and for other methods than GET and HEAD: those are somebody else's.
 */
export function createStaticServer(folder: string, prefix: string) {
  const names = readdirSync(folder, { recursive: true, encoding: "utf8" }).filter((name) => extname(name) in types);
  const files = new Map(names.map((name) => [prefix + name.split(sep).join("/"), join(folder, name)]));
  const packed = new Map<string, Promise<Buffer>>();

  /** Bytes of a file as they are sent. One that can't be read is tried again the next time. */
  function bytesOf(file: string, encoding: Encoding): Promise<Buffer> {
    const key = `${encoding} ${file}`;
    let bytes = packed.get(key);
    if (!bytes) {
      const packing = () => readFile(file).then(pack[encoding]);
      bytes = encoding === "br" ? readFile(`${file}.br`).catch(packing) : packing();
      packed.set(key, bytes);
      bytes.catch(() => packed.delete(key));
    }
    return bytes;
  }

  return async (request: IncomingMessage, response: ServerResponse, path: string): Promise<boolean> => {
    const file = files.get(path);
    if (!file || (request.method !== "GET" && request.method !== "HEAD")) return false;
    const encoding = encodingFor(request.headers["accept-encoding"] as string | undefined);
    const body = await bytesOf(file, encoding);
    response.writeHead(200, {
      "Content-Type": types[extname(file)] as string,
      "Content-Length": body.length,
      "Cache-Control": "public, max-age=31536000, immutable",
      Vary: "Accept-Encoding",
      ...(encoding === "identity" ? {} : { "Content-Encoding": encoding }),
    });
    response.end(request.method === "HEAD" ? undefined : body);
    return true;
  };
}

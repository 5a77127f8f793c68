// Packs the studio's scripts and styles as small as brotli makes them, once a build: the process sends them as they are.
import { readdirSync } from "node:fs";
import { readFile, writeFile } from "node:fs/promises";
import { extname, join } from "node:path";
import { promisify } from "node:util";
import { brotliCompress, constants } from "node:zlib";

const compress = promisify(brotliCompress);
const packed = new Set([".js", ".css"]);
/** The machine's threads for this take so many at once. */
const together = 4;

/** Writes `name.br` beside every script and style in a folder. */
async function packStatic(folder) {
  const files = readdirSync(folder, { recursive: true }).filter((name) => packed.has(extname(name)));
  const packer = async () => {
    for (let name = files.pop(); name; name = files.pop()) {
      const bytes = await readFile(join(folder, name));
      const params = {
        [constants.BROTLI_PARAM_QUALITY]: constants.BROTLI_MAX_QUALITY,
        [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
      };
      await writeFile(join(folder, `${name}.br`), await compress(bytes, { params }));
    }
  };
  await Promise.all(Array.from({ length: together }, packer));
}

await packStatic(process.argv[2]);

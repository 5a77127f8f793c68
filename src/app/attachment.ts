/** A stranger's file, handed on as it came and never shown. */
export const attachment = ({ name, body }: { readonly name: string; readonly body: Buffer }): Response =>
  new Response(new Uint8Array(body), {
    headers: {
      "content-type": "application/octet-stream",
      "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      "cache-control": "private, no-store",
    },
  });

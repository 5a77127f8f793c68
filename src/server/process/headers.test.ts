import { dropFrameworks } from "./headers";

test("what a caller says to the framework behind a visitors’ call is not heard; what it says to the call is", () => {
  const heard = { host: "a.example", accept: "text/html", "x-webitor-site": "a", next: "kept", "x-next": "kept" };
  const headers: Record<string, unknown> = {
    ...heard,
    ...{ rsc: "1", "next-router-state-tree": "x", "next-action": "x", "next-url": "/", "x-nextjs-data": "1" },
    ...{ "x-middleware-subrequest": "x", "x-middleware-prefetch": "1", "x-invoke-path": "/", "x-matched-path": "/" },
    ...{ "x-action-redirect": "/", "x-prerender-revalidate": "x", "next-router-prefetch": "1" },
  };
  dropFrameworks(headers);
  expect(headers).toEqual(heard);
});

import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { type AddressInfo, connect } from "node:net";
import { readSettings } from "../settings";
import { endSlowBody } from "./slow";

const settings = readSettings({
  WEBITOR_DATABASE_URL: "mysql://a:b@127.0.0.1:1/c",
  WEBITOR_SECRET: "a-secret-for-tests-of-slow-bodies",
});

/** Sends some text to a server that takes bodies for at most `ms`; answers all that came back until the end. */
async function said(
  ms: number,
  text: string,
  answer: (request: IncomingMessage, response: ServerResponse) => void,
): Promise<string> {
  const server = createServer((request, response) => {
    endSlowBody(settings, request, response, ms);
    request.on("error", () => {});
    answer(request, response);
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  try {
    return await new Promise((resolve, reject) => {
      let heard = "";
      const socket = connect((server.address() as AddressInfo).port, "127.0.0.1", () => socket.write(text));
      socket.on("data", (part) => {
        heard += part;
      });
      socket.on("close", () => resolve(heard));
      socket.on("error", reject);
    });
  } finally {
    server.close();
    server.closeAllConnections();
  }
}

const head = "POST / HTTP/1.1\r\nHost: localhost\r\nContent-Length: 10\r\nConnection: close\r\n\r\n";
const whenWhole = (request: IncomingMessage, response: ServerResponse) => {
  request.resume();
  request.on("end", () => response.end("taken"));
};

test("a body that does not come to its end is answered with 408, and the connection ends", async () => {
  const heard = await said(30, `${head}half`, whenWhole);
  expect(heard).toMatch(/^HTTP\/1.1 408 /);
  expect(heard).toContain("application/problem+json");
});

test("where an answer has begun already, the connection just ends", async () => {
  const heard = await said(30, `${head}half`, (_request, response) => {
    response.writeHead(200);
    response.write("begun");
  });
  expect(heard).toMatch(/^HTTP\/1.1 200 /);
  expect(heard).not.toContain("408");
});

test("a body that is whole may be answered as late as it takes", async () => {
  const heard = await said(30, `${head}0123456789`, (request, response) => {
    request.resume();
    // Wait: the server is to be slower than its patience with a silent sender.
    request.on("end", () => setTimeout(() => response.end("taken"), 90));
  });
  expect(heard).toContain("taken");
});

// Mail by SMTP, against a small server that speaks just enough of RFC 5321.

import type { AddressInfo } from "node:net";
import { createServer, type Server, type Socket } from "node:net";
import { eq } from "drizzle-orm";
import { jobs } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import type { Context } from "../context";
import { testContext, work } from "../testing/studio.test-kit";
import { mailAsEml, writeMail } from "./mail";

let context: Context;
let drop: () => Promise<void>;
let server: Server;
const received: string[] = [];
let refuses = 0;

/** Takes mails, or says that it is busy as often as it was told to. */
function converse(socket: Socket) {
  let data: string | null = null;
  let rest = "";
  socket.write("220 stand-in\r\n");
  socket.on("data", (chunk) => {
    rest += chunk.toString();
    for (let end = rest.indexOf("\r\n"); end >= 0; end = rest.indexOf("\r\n")) {
      const line = rest.slice(0, end);
      rest = rest.slice(end + 2);
      if (data !== null) {
        if (line === ".") {
          received.push(data);
          data = null;
          socket.write("250 kept\r\n");
        } else data += `${line}\r\n`;
      } else if (/^DATA/i.test(line)) {
        data = "";
        socket.write("354 go on\r\n");
      } else if (/^RCPT/i.test(line) && refuses > 0) {
        refuses -= 1;
        socket.write("451 busy\r\n");
      } else if (/^QUIT/i.test(line)) socket.end("221 bye\r\n");
      else socket.write("250 fine\r\n");
    }
  });
  socket.on("error", () => {});
}

beforeAll(async () => {
  const made = await testContext();
  drop = made.drop;
  server = createServer(converse);
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const { port } = server.address() as AddressInfo;
  context = {
    ...made.context,
    settings: { ...made.context.settings, smtpUrl: `smtp://127.0.0.1:${port}?ignoreTLS=true` },
  };
});
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  await drop();
});
beforeEach(async () => {
  received.length = 0;
  await context.db.delete(mails);
  await context.db.delete(jobs);
});

const letter = {
  siteId: "site",
  sender: "Wrenfield Clayworks <letters@wrenfield.example>",
  recipient: "nuala@post.example",
  subject: "Booked: First throw\r\nBcc: everyone@post.example",
  text: "Your booking is confirmed.\n",
  html: "<p>Your booking is confirmed.</p>",
  withdrawUrl: "http://wrenfield.localhost/withdraw",
};
const rows = () => context.db.select().from(mails);

test("a mail goes to the SMTP server, with its calendar part, and a line break in its subject adds no header", async () => {
  const calendar = { method: "REQUEST" as const, text: "BEGIN:VCALENDAR\r\nMETHOD:REQUEST\r\nEND:VCALENDAR\r\n" };
  await writeMail(context, context.db, { ...letter, calendar });
  await work(context);
  expect((await rows()).map(({ state }) => state)).toEqual(["sent"]);
  expect(received).toHaveLength(1);
  expect(received[0]).toMatch(/^Content-Type: text\/calendar; charset=utf-8; method=REQUEST/m);
  expect(received[0]).toMatch(/^List-Unsubscribe: <http:\/\/wrenfield.localhost\/withdraw>/m);
  expect(received[0]).not.toMatch(/^Bcc:/m);
});

test("a busy server is asked again, and the mail goes once", async () => {
  refuses = 1;
  await writeMail(context, context.db, letter);
  for (;;) {
    await work(context);
    const [job] = await context.db.select().from(jobs);
    if (job?.state === "done") break;
    await context.db
      .update(jobs)
      .set({ availableAt: new Date(0) })
      .where(eq(jobs.state, "queued"));
  }
  expect(received).toHaveLength(1);
  expect((await rows())[0]?.state).toBe("sent");
});

test("without an SMTP server mails stay in the outbox, readable as a message file", async () => {
  const alone = { ...context, settings: { ...context.settings, smtpUrl: "" } };
  await writeMail(alone, alone.db, letter);
  await work(alone);
  const [mail] = await rows();
  expect([mail?.state, received.length]).toEqual(["outbox", 0]);
  const message = String(await mailAsEml(mail as NonNullable<typeof mail>));
  expect(message).toMatch(/^To: nuala@post.example\r$/m);
  expect(message).toMatch(/^From: Wrenfield Clayworks <letters@wrenfield.example>\r$/m);
});

// The connections of a server, and what runs on each: told to end, it answers what was asked, and takes nothing more.
import type { IncomingMessage, Server, ServerResponse } from "node:http";
import type { Socket } from "node:net";

export interface Connections {
  /** Ends connections as soon as what was asked on them is answered; streams, which have no end of their own, at once. */
  end(): void;
  /** Ends all that are left. */
  cut(): void;
}

/** Whether it asks for events, which go on for as long as it listens. */
const isStream = ({ req }: ServerResponse) => String(req.headers.accept ?? "").includes("text/event-stream");

export function connectionsOf(server: Server): Connections {
  const running = new Map<Socket, Set<ServerResponse>>();
  let ending = false;
  server.on("connection", (socket: Socket) => {
    running.set(socket, new Set());
    socket.once("close", () => running.delete(socket));
  });
  server.on("request", ({ socket }: IncomingMessage, response: ServerResponse) => {
    const here = running.get(socket);
    here?.add(response);
    if (ending) response.setHeader("Connection", "close");
    response.once("close", () => {
      here?.delete(response);
      // What was asked next on it came before the end: it is answered, too.
      if (ending && here?.size === 0) socket.end();
    });
  });
  return {
    end: () => {
      ending = true;
      for (const [socket, responses] of running) {
        if (responses.size === 0) socket.end();
        for (const response of responses)
          if (isStream(response)) response.end();
          else if (!response.headersSent) response.setHeader("Connection", "close");
      }
    },
    cut: () => {
      for (const socket of running.keys()) socket.destroy();
    },
  };
}

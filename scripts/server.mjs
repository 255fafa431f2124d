// The built app behind a door that knows what a request is: `node scripts/server.mjs PORT`. What the framework would
// answer with 500 (addresses no text stands for, methods a page has not) is refused by name, with the headers all
// answers have.
import { createServer } from "node:http";
import next from "next";
import { root } from "./house.mjs";

const port = Number(process.argv[2] ?? 3000);
const app = next({ dev: false, dir: root, port, hostname: "localhost" });
await app.prepare();
const handle = app.getRequestHandler();

const HEADERS = {
  "Content-Security-Policy": "default-src 'none'; frame-ancestors 'none'",
  "X-Content-Type-Options": "nosniff",
  "Referrer-Policy": "no-referrer",
  "Cross-Origin-Opener-Policy": "same-origin",
  "Cross-Origin-Resource-Policy": "same-origin",
  "Permissions-Policy": "camera=(), microphone=(), geolocation=(), serial=(self), screen-wake-lock=(self)",
};
const SUM = /^\/api\/calc\/[^/]+$/;
const allowed = (path) => (SUM.test(path) ? ["POST"] : ["GET", "HEAD"]);

/** Status, code and sentence for what is no request of this app; undefined for what is. */
function refusal({ method, url }) {
  const path = url.split("?", 1)[0];
  try {
    if (!path.startsWith("/") || path.startsWith("//")) throw new Error("no path");
    decodeURIComponent(path);
  } catch {
    return { status: 400, code: "http/bad-address", message: "This is not an address." };
  }
  const methods = allowed(path);
  if (methods.includes(method)) return undefined;
  const message = `Here one can ${methods.join(" or ")} and nothing else.`;
  return { status: 405, code: "http/bad-method", message, headers: { Allow: methods.join(", ") } };
}

function refuse(response, { status, code, message, headers = {} }, isData) {
  const body = isData ? JSON.stringify({ error: { code, message, issues: [] } }) : `${message}\n`;
  response.writeHead(status, {
    ...HEADERS,
    ...headers,
    "Content-Type": isData ? "application/json" : "text/plain; charset=utf-8",
    "Content-Length": Buffer.byteLength(body),
  });
  response.end(body);
}

const server = createServer((request, response) => {
  const refused = refusal(request);
  if (refused) return refuse(response, refused, request.url.startsWith("/api/"));
  handle(request, response).catch(() => {
    if (response.headersSent) response.end();
    else
      refuse(
        response,
        { status: 500, code: "http/failed", message: "The server stumbled over this." },
        false,
      );
  });
});
// A line that is no HTTP at all.
server.on("clientError", (_, socket) => {
  if (socket.writable) socket.end("HTTP/1.1 400 Bad Request\r\nConnection: close\r\n\r\n");
});
server.listen(port);

// The built app behind a door that knows what a request is: `node scripts/server.mjs PORT`. What the framework would
// answer with 500 (addresses no text stands for, methods a page has not) is refused by name, with the headers all
// answers have. It answers this machine only, unless HOST names the address it is to listen at (HOST=0.0.0.0 for all);
// then a Host that is no address and does not stand in HOST_NAMES (comma between them) is refused all the same, so
// that no page elsewhere can have its own name point here.
import { createServer } from "node:http";
import next from "next";
import { isIP } from "node:net";
import path from "node:path";
import { root } from "./house.mjs";

const port = Number(process.argv[2] ?? 3000);
process.env.SUMS_THREAD ??= path.join(root, ".next/sums-thread.mjs");
const host = process.env.HOST;
const names = new Set([
  "localhost",
  host,
  ...(process.env.HOST_NAMES ?? "").split(",").map((one) => one.trim()),
]);
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

/** Whether a Host header names this machine as it may be named. */
function isOurs(header) {
  const name = (header ?? "")
    .replace(/:\d+$/, "")
    .replace(/^\[(.*)\]$/, "$1")
    .toLowerCase();
  if (names.has(name)) return true;
  return host === undefined ? name === "127.0.0.1" || name === "::1" : isIP(name) !== 0;
}

/** Status, code and sentence for what is no request of this app; undefined for what is. */
function refusal({ method, url, headers }) {
  if (!isOurs(headers.host))
    return { status: 421, code: "http/bad-host", message: "This server does not go by that name." };
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

/** What an answer of the framework does not say for itself, it has from here: files that are not there, redirects, the manifest. */
function withHeaders(response) {
  const { writeHead } = response;
  response.writeHead = function (...args) {
    for (const [name, value] of Object.entries(HEADERS))
      if (!this.hasHeader(name)) this.setHeader(name, value);
    return writeHead.apply(this, args);
  };
}

const server = createServer((request, response) => {
  withHeaders(response);
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
server.listen(port, host ?? "localhost");

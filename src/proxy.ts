import { readFileSync } from "node:fs";
import path from "node:path";
import { NextResponse, type NextRequest } from "next/server";
import { pagePolicy, type PageHashes } from "@/server/csp";

type HashTable = Record<string, PageHashes>;

let cached: HashTable | undefined;
/** Written by scripts/postbuild.mjs; a development server has none and needs none. */
function hashTable(): HashTable {
  if (cached) return cached;
  try {
    cached = JSON.parse(readFileSync(path.join(process.cwd(), ".next/csp-hashes.json"), "utf8")) as HashTable;
  } catch {
    cached = {};
  }
  return cached;
}

/** Gives each page its policy; what is not a page to be read is refused by name. */
export function proxy(request: NextRequest): NextResponse {
  const isDevelopment = process.env.NODE_ENV !== "production";
  const all = isDevelopment ? {} : hashTable();
  const policy = pagePolicy(isDevelopment, all[request.nextUrl.pathname] ?? all["/_not-found"]);
  const isPage = !request.nextUrl.pathname.startsWith("/api/");
  const refused = isPage ? refusal(request) : undefined;
  const response = refused ?? NextResponse.next();
  if (isPage) response.headers.set("Content-Security-Policy", policy);
  return response;
}

/** A page is read and nothing else; an address that no text stands for is no address. */
function refusal({ method, url }: NextRequest): NextResponse | undefined {
  if (method !== "GET" && method !== "HEAD")
    return new NextResponse("A page can only be read.\n", {
      status: 405,
      headers: { Allow: "GET, HEAD", "Content-Type": "text/plain; charset=utf-8" },
    });
  try {
    decodeURIComponent(new URL(url).pathname);
    return undefined;
  } catch {
    return new NextResponse("This is not an address.\n", {
      status: 400,
      headers: { "Content-Type": "text/plain; charset=utf-8" },
    });
  }
}

export const config = { matcher: ["/((?!_next/|api/|sw\\.js$|.*\\.(?:svg|png|ico|webmanifest|txt)$).*)"] };

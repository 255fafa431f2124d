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

/** Gives each page its policy. What is no request of this app is refused before: scripts/server.mjs. */
export function proxy(request: NextRequest): NextResponse {
  const isDevelopment = process.env.NODE_ENV !== "production";
  const all = isDevelopment ? {} : hashTable();
  const response = NextResponse.next();
  response.headers.set(
    "Content-Security-Policy",
    pagePolicy(isDevelopment, all[request.nextUrl.pathname] ?? all["/_not-found"]),
  );
  return response;
}

export const config = { matcher: ["/((?!_next/|api/|sw\\.js$|.*\\.(?:svg|png|ico|webmanifest|txt)$).*)"] };

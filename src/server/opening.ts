/** `GET /api/opening`: which cellar this server was started for. Asked once by a browser that has none yet. */
export const opening = (): Response =>
  Response.json(
    { open: process.env.BROWN_CELLAR_OPEN === "demo" ? "demo" : "own" },
    { headers: { "Cache-Control": "no-store" } },
  );

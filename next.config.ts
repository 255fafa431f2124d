import type { NextConfig } from "next";

const common = [
  { key: "X-Content-Type-Options", value: "nosniff" },
  { key: "Referrer-Policy", value: "no-referrer" },
  { key: "Cross-Origin-Opener-Policy", value: "same-origin" },
  { key: "Cross-Origin-Resource-Policy", value: "same-origin" },
  {
    key: "Permissions-Policy",
    value: "camera=(), microphone=(), geolocation=(), serial=(self), screen-wake-lock=(self)",
  },
];
const dataPolicy = "default-src 'none'; frame-ancestors 'none'";
// A worker does not inherit the policy of the page that starts it, so its file carries its own.
const workerPolicy = "default-src 'none'; script-src 'self'; connect-src 'self'";

const config: NextConfig = {
  reactStrictMode: true,
  poweredByHeader: false,
  typedRoutes: true,
  devIndicators: false,
  // `npm test` checks them by itself, beside other errands.
  typescript: { ignoreBuildErrors: process.env.TYPES_ARE_CHECKED === "1" },
  // Otherwise a lockfile in a parent directory changes the inferred root.
  turbopack: { root: import.meta.dirname },
  headers() {
    const isProduction = process.env.NODE_ENV === "production";
    return Promise.resolve([
      { source: "/:path*", headers: common },
      // Answers of sums are data and nothing else. Pages get their policy from the proxy.
      { source: "/api/:path*", headers: [{ key: "Content-Security-Policy", value: dataPolicy }] },
      ...(isProduction
        ? [
            {
              source: "/sw.js",
              headers: [
                { key: "Content-Security-Policy", value: workerPolicy },
                { key: "Cache-Control", value: "no-cache" },
              ],
            },
            {
              source: "/_next/static/:path*",
              headers: [{ key: "Content-Security-Policy", value: workerPolicy }],
            },
          ]
        : []),
    ]);
  },
};
export default config;

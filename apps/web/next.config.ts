import path from "node:path";
import type { NextConfig } from "next";

/** Scripts and styles of our own only, and WebAssembly; pages may not be framed. The development server evaluates its modules. */
const policy = [
  "default-src 'self'",
  `script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'${process.env.NODE_ENV === "development" ? " 'unsafe-eval'" : ""}`,
  "style-src 'self' 'unsafe-inline'",
  "img-src 'self' data: blob:",
  "font-src 'self' data:",
  "worker-src 'self' blob:",
  "connect-src 'self'",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join("; ");

const config: NextConfig = {
  poweredByHeader: false,
  // Served to the same machine: squeezing a large file takes longer than passing it on.
  compress: false,
  headers: async () => [
    {
      source: "/:path*",
      headers: [
        { key: "Content-Security-Policy", value: policy },
        { key: "X-Content-Type-Options", value: "nosniff" },
        { key: "X-Frame-Options", value: "DENY" },
        { key: "Referrer-Policy", value: "no-referrer" },
      ],
    },
  ],
  turbopack: { root: path.join(import.meta.dirname, "../..") },
  serverExternalPackages: ["@electric-sql/pglite"],
  // Types and lint are checked by `npm test`, once, for the whole repository.
  typescript: { ignoreBuildErrors: true },
  distDir: process.env.VERTEXON_BUILD ?? ".next",
  devIndicators: false,
};

export default config;

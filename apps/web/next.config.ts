import path from "node:path";
import type { NextConfig } from "next";

const config: NextConfig = {
  turbopack: { root: path.join(import.meta.dirname, "../..") },
  serverExternalPackages: ["@electric-sql/pglite"],
  // Types and lint are checked by `npm test`, once, for the whole repository.
  typescript: { ignoreBuildErrors: true },
  distDir: process.env.VERTEXON_BUILD ?? ".next",
  devIndicators: false,
};

export default config;

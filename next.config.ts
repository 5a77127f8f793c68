import type { NextConfig } from "next";

const config: NextConfig = {
  distDir: ".next",
  poweredByHeader: false,
  reactStrictMode: true,
  compress: true,
  // Which paths there are is decided by the process; pictures come from the database.
  skipTrailingSlashRedirect: true,
  images: { unoptimized: true },
  serverExternalPackages: ["@node-rs/argon2", "sharp", "mysql2", "pino", "nodemailer", "drizzle-orm"],
  // A build for tests begins on an empty tree: writing what the next one might reuse would take it twelve seconds.
  experimental: {
    turbopackFileSystemCacheForBuild: !process.env.CI,
    // What runs on the server is left as it was written: its stacks are readable without maps, and a build is a third cheaper.
    turbopackMinify: { server: false, client: true },
    turbopackSourceMaps: false,
    optimizePackageImports: ["@chakra-ui/react", "lucide-react", "recharts"],
  },
  // npm test runs the type check on its own.
  typescript: { ignoreBuildErrors: true },
  devIndicators: false,
};

export default config;

import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['better-sqlite3'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // `npm test` and `npm run quick` check the types, once.
  typescript: { ignoreBuildErrors: true },
  // A laboratory's sheet of ten thousand rows.
  experimental: { serverActions: { bodySizeLimit: '6mb' } },
}

export default config

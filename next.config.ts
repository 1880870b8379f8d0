import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['better-sqlite3'],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  // `npm test` and `npm run quick` check the types, once.
  typescript: { ignoreBuildErrors: true },
  experimental: {
    // A laboratory's sheet of ten thousand rows.
    serverActions: { bodySizeLimit: '6mb' },
    // A place is loaded when it is first asked for: the server answers a second earlier.
    preloadEntriesOnStart: false,
  },
}

export default config

import type { NextConfig } from 'next'
import { LIMITS } from './src/protocol/limits.ts'

const config: NextConfig = {
  serverExternalPackages: ['@libsql/client', 'fontkit'],
  // A frame's path mirrors the site's folder, slashes included.
  skipTrailingSlashRedirect: true,
  poweredByHeader: false,
  // Attire is served to the machine it runs on: packing and unpacking would take longer than the way.
  compress: false,
  reactStrictMode: true,
  // What was found out by other sources does not count any more: see workers/kept.ts.
  env: { ATTIRE_BUILD: process.env.ATTIRE_SOURCES ?? String(Date.now()) },
  typescript: { ignoreBuildErrors: true }, // `npm test` checks types first, with the stricter set-up of core/.
  // A little more than an archive may have: the form around it.
  experimental: { proxyClientMaxBodySize: LIMITS.archive + 10 * 1024 * 1024 },
  async headers() {
    return [
      {
        source: '/((?!wear/).*)',
        headers: [
          { key: 'x-content-type-options', value: 'nosniff' },
          { key: 'referrer-policy', value: 'same-origin' },
          { key: 'cross-origin-opener-policy', value: 'same-origin' },
          { key: 'x-frame-options', value: 'DENY' },
        ],
      },
      { source: '/bridge.js', headers: [{ key: 'access-control-allow-origin', value: '*' }] },
    ]
  },
}

export default config

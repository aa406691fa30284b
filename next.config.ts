import type { NextConfig } from 'next'

const config: NextConfig = {
  serverExternalPackages: ['@libsql/client', 'fontkit'],
  // A frame's path mirrors the site's folder, slashes included.
  skipTrailingSlashRedirect: true,
  poweredByHeader: false,
  reactStrictMode: true,
  turbopack: { resolveAlias: { ajv: './src/workers/no-ajv.ts' } },
  typescript: { ignoreBuildErrors: true }, // `npm test` checks types first, with the stricter set-up of core/.
  experimental: { proxyClientMaxBodySize: '210mb' },
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

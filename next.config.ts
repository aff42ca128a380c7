import type { NextConfig } from 'next'

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['knex', 'better-sqlite3', 'verovio'],
  agentRules: false,
  // Nothing comes from elsewhere. Next's own start-up scripts stand in the page, and the engraver is WebAssembly.
  headers: async () => [
    {
      source: '/(.*)',
      headers: [
        { key: 'X-Content-Type-Options', value: 'nosniff' },
        { key: 'Referrer-Policy', value: 'no-referrer' },
        ...(process.env.NODE_ENV === 'production'
          ? [
              {
                key: 'Content-Security-Policy',
                value:
                  "default-src 'self'; script-src 'self' 'unsafe-inline' 'wasm-unsafe-eval'; style-src 'self' 'unsafe-inline'; img-src 'self' data:; font-src 'self' data:; connect-src 'self' data:; worker-src 'self' blob:; object-src 'none'; frame-ancestors 'none'; base-uri 'self'",
              },
            ]
          : []),
      ],
    },
  ],
  experimental: { agentUpgrade: false, serverActions: { bodySizeLimit: '10mb' } },
}

export default config

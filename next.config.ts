import type { NextConfig } from 'next'

/** What stands in the head of every answer (policy, nonce, origin) is written by the front door, src/server/main.ts. */
const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['knex', 'better-sqlite3', 'verovio', '@node-rs/argon2', 'piscina'],
  agentRules: false,
  // Types are looked at by themselves (npm run typecheck).
  typescript: { ignoreBuildErrors: true },
  experimental: { agentUpgrade: false, serverActions: { bodySizeLimit: '1mb' } },
}

export default config

import type { NextConfig } from 'next'

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  serverExternalPackages: ['knex', 'better-sqlite3', 'verovio'],
  // Tests build beside a running demo.
  distDir: process.env.EVEN_SEAT_DIST ?? '.next',
  agentRules: false,
  experimental: { agentUpgrade: false, serverActions: { bodySizeLimit: '10mb' } },
}

export default config

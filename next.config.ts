import type { NextConfig } from 'next';
import { DOOR_POLICY, EVERY_ANSWER } from './src/app/headers';

const config: NextConfig = {
  compiler: { styledComponents: true },
  serverExternalPackages: [
    '@libsql/client',
    'libsql',
    'sharp',
    'workerpool',
    'pdfkit',
    'bwip-js',
    'exifr',
    'esbuild',
    'date-holidays',
    'fontkit',
  ],
  poweredByHeader: false,
  reactStrictMode: true,
  devIndicators: false,
  headers: async () => [
    { source: '/:path*', headers: EVERY_ANSWER },
    { source: '/api/:path*', headers: [{ key: 'content-security-policy', value: DOOR_POLICY }] },
  ],
  turbopack: {
    rules: {
      '*.mjs': {
        condition: { path: /react-aria[\\/]dist[\\/]private[\\/]intl[\\/].*\.mjs$/ },
        loaders: ['./scripts/ownWords.cjs'],
        as: '*.mjs',
      },
    },
  },
  // What the studio keeps changes with every act; nothing here is worth serving stale.
  experimental: { staleTimes: { dynamic: 0, static: 30 } },
  typescript: { ignoreBuildErrors: true }, // `npm test` runs tsc on its own; the build need not do it twice
};

export default config;

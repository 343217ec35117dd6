import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite', 'pg', 'rate-limiter-flexible', 'sharp', '@react-pdf/renderer'],
  devIndicators: false,
  // The title comes with the page and never after it: a page that is read aloud begins with its title.
  htmlLimitedBots: /.*/,
  poweredByHeader: false,
  // `npm test` checks the types once; a build need not check them a second time.
  typescript: { ignoreBuildErrors: true },
  // Catalogue and calendar files of the size that is taken in come through actions.
  experimental: { serverActions: { bodySizeLimit: '9mb' }, turbopackFileSystemCacheForBuild: false },
};

export default config;

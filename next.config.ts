import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite', 'sharp', '@react-pdf/renderer'],
  devIndicators: false,
  poweredByHeader: false,
  // Catalogue and calendar files of the size that is taken in come through actions.
  experimental: { serverActions: { bodySizeLimit: '9mb' } },
};

export default config;

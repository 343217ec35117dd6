import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite', 'sharp', '@react-pdf/renderer'],
  devIndicators: false,
  poweredByHeader: false,
  // A catalogue file of the size that the shelf takes in comes through an action.
  experimental: { serverActions: { bodySizeLimit: '3mb' } },
};

export default config;

import type { NextConfig } from 'next';

const config: NextConfig = {
  serverExternalPackages: ['@electric-sql/pglite'],
  devIndicators: false,
  poweredByHeader: false,
};

export default config;

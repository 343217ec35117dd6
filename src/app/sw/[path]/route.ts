import { createSerwistRoute } from '@serwist/turbopack';

/** The service worker, made with the pages: it holds every script, style and font of this build. */
export const { dynamic, dynamicParams, revalidate, generateStaticParams, GET } = createSerwistRoute({
  swSrc: 'src/ui/offline/worker.ts',
  useNativeEsbuild: true,
  globPatterns: ['.next/static/**/*'],
  maximumFileSizeToCacheInBytes: 8 * 1024 * 1024,
  nextConfig: {},
  esbuildOptions: { sourcemap: false },
});

import type { MetadataRoute } from 'next';

/** What a tablet needs to have the program on its home screen. */
export default function manifest(): MetadataRoute.Manifest {
  return {
    name: 'Vectis',
    short_name: 'Vectis',
    description: 'Plans, computes and records wheel spacer and stud jobs.',
    start_url: '/',
    display: 'standalone',
    icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
  };
}

import type { Metadata } from 'next';
import { FitPage } from '../../fit-page';

export const metadata: Metadata = { title: 'Fit' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <FitPage id={(await params).id} />;
}

import type { Metadata } from 'next';
import { StagePage } from '../../stage-page';

export const metadata: Metadata = { title: 'Stage' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <StagePage id={(await params).id} />;
}

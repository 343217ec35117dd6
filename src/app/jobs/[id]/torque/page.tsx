import type { Metadata } from 'next';
import { TorquePage } from '../../torque-page';

export const metadata: Metadata = { title: 'Torque' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <TorquePage id={(await params).id} here="torque" />;
}

import type { Metadata } from 'next';
import { StepsPage } from '../../steps-page';

export const metadata: Metadata = { title: 'Fit' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return (
    <StepsPage
      id={(await params).id}
      from="fit"
      title="Fit"
      lead="Both corners of the axle, in this order. The vehicle maker’s instructions win over any line here."
    />
  );
}

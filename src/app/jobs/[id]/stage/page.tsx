import type { Metadata } from 'next';
import { StepsPage } from '../../steps-page';

export const metadata: Metadata = { title: 'Stage' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return (
    <StepsPage
      id={(await params).id}
      from="stage"
      title="Stage the kit"
      lead="Everything on the trolley before the car is lifted: right count, right length, right finish."
    />
  );
}

'use client';

import dynamic from 'next/dynamic';
import type { UnitSystem } from '@/core/units/format';

/** The chart brings a library along, so it is fetched after the page. */
const ClampChart = dynamic(() => import('./ClampChart'), {
  ssr: false,
  loading: () => <p className="text-soft">Drawing the chart …</p>,
});

export const Chart = ({ units }: { units: UnitSystem }) => <ClampChart units={units} />;

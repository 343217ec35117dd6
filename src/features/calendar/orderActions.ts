'use server';

import { z } from 'zod';
import { actOn } from '@/usecases/act';
import { noteOrdered, orderCame } from '@/usecases/calendar/orders';
import { idOf, type Result } from '@/usecases/result';

const order = z.object({
  jobId: z.string().min(1).max(80),
  line: z.string().min(1).max(80),
  what: z.string().max(400),
  pieces: z.number().int().min(1, 'is less than one').max(1000, 'is more than 1000'),
  dueOn: z.string().max(20),
});

/** Notes what was ordered for a line, and by when it is promised. */
export async function sayOrdered(typed: z.input<typeof order>): Promise<Result<null>> {
  return actOn((who) => noteOrdered(order.parse(typed), who));
}

/** What was ordered came. */
export async function sayCame(id: string): Promise<Result<null>> {
  return actOn((who) => orderCame(idOf(id), who));
}

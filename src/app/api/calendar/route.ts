import { calendarName, recheckCalendar } from '@/files/calendar';
import { dueRechecks } from '@/usecases/vehicle/dueRechecks';

/** Rechecks that are still to be done, as a calendar file. */
export async function GET(): Promise<Response> {
  return new Response(recheckCalendar(await dueRechecks()), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': `attachment; filename="${calendarName(new Date())}"`,
      'cache-control': 'no-store',
    },
  });
}

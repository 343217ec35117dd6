import { addPerson } from '@/store/people';
import { backUpNow, backupToDownload, restoreFrom } from '@/usecases/backups';
import { keepShopHours } from '@/usecases/calendar/shop';
import { savePolicy } from '@/usecases/policy';
import { LEAD_ACTS, type LeadAct } from '@/usecases/roles';
import { revise } from '@/usecases/signing';
import { readVisitIn } from '@/usecases/visitFiles';
import { runningStore } from './open';

const store = runningStore();
const AT = new Date('2026-11-26T10:00:00Z');

/** Every act of a lead as it is done, by whoever has this id. What comes after the question who it is fails for another reason. */
const ACTS: Readonly<Record<LeadAct, (personId: string | null) => Promise<unknown>>> = {
  'back-up': (p) => backUpNow(p),
  'download-backup': (p) => backupToDownload('none', p),
  restore: (personId) => restoreFrom('/nowhere.zip', { name: 'Tamsin', personId }),
  policy: (p) => savePolicy({ after: 0, governing: [], typed: {}, why: '' }, 'Tamsin', p),
  hours: (p) => keepShopHours('Nowhere/At all', [], 'Tamsin', p),
  revise: (p) => revise('none', 'another page', 'Tamsin', p),
  'import-visit': (personId) => readVisitIn('{', { name: 'Tamsin', personId }),
};
const said = (act: LeadAct, personId: string | null): Promise<string> =>
  ACTS[act](personId).then(
    () => '',
    (error) => (error as Error).message,
  );
const acts = Object.keys(LEAD_ACTS) as LeadAct[];

test('where nobody is a lead whoever is at the machine acts as one; then it is the person that counts, under whatever name', async () => {
  // Restoring closes the store, so it is asked only of those who are refused.
  for (const act of acts.filter((a) => a !== 'restore'))
    expect([act, await said(act, null)]).not.toEqual([act, LEAD_ACTS[act]]);
  const fitter = await addPerson(store.db, { name: 'Bram', role: 'fitter', pinHash: null }, 'Bram', AT);
  for (const act of acts.filter((a) => a !== 'restore'))
    expect([act, await said(act, fitter)]).not.toEqual([act, LEAD_ACTS[act]]);
  const lead = await addPerson(store.db, { name: 'Tamsin', role: 'lead', pinHash: null }, 'Bram', AT);
  for (const act of acts) {
    expect([act, await said(act, fitter)]).toEqual([act, LEAD_ACTS[act]]);
    expect([act, await said(act, null)]).toEqual([act, LEAD_ACTS[act]]);
    if (act !== 'restore') expect([act, await said(act, lead)]).not.toEqual([act, LEAD_ACTS[act]]);
  }
});

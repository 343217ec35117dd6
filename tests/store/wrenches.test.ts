import { NotFoundError } from '@/store/errors';
import { RefusedError } from '@/usecases/result';
import { dropWrench, mayPull, saveWrench, shopWrenches, wrenchesFor } from '@/usecases/torque/wrenches';
import { runningStore } from './open';

const store = runningStore();
const typed = { name: 'Short', kind: 'click', from: '10', to: '60', dueOn: '2020-01-01' };

test('a named wrench is held to its range by the server too; one that is not listed is not known', async () => {
  await saveWrench(null, typed, { name: 'Bram', personId: null });
  await expect(mayPull(store.db, 'short', 118)).rejects.toThrow(
    '“Short” is good for 10 N·m to 60 N·m; 118 N·m lies outside it.',
  );
  await mayPull(store.db, 'Short', 60);
  await mayPull(store.db, 'click wrench', 118);
  expect(await wrenchesFor(118)).toMatchObject([{ name: 'Short', refused: expect.stringContaining('outside') }]);
  expect(await wrenchesFor(50)).toMatchObject([
    { refused: null, caution: expect.stringContaining('ran out on 2020-01-01') },
  ]);
});

test('one name is one wrench; put away, its name is free and its range binds nobody', async () => {
  await expect(saveWrench(null, { ...typed, name: 'SHORT' }, { name: 'Bram', personId: null })).rejects.toThrow(
    RefusedError,
  );
  const [w] = await shopWrenches();
  await saveWrench(w?.id ?? '', { ...typed, to: '80', dueOn: '' }, { name: 'Bram', personId: null });
  expect(await shopWrenches()).toMatchObject([{ toNm: 80, calibration: 'unknown' }]);
  await dropWrench(w?.id ?? '', { name: 'Bram', personId: null });
  expect(await shopWrenches()).toEqual([]);
  await mayPull(store.db, 'Short', 118);
  await saveWrench(null, typed, { name: 'Tamsin', personId: null });
  await expect(dropWrench('nobody', { name: 'Bram', personId: null })).rejects.toThrow(NotFoundError);
});

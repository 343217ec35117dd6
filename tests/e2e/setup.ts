import { emptyFolder } from '../template.mjs';
import { demoFolder } from './server';

/** What every flow begins from is made once, before the first of them. */
export default async function setup(): Promise<void> {
  await emptyFolder();
  await demoFolder();
}

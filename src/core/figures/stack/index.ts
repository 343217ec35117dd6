export { adapterStack } from './adapter';
export { boltStack } from './bolt';
export { conversionStack } from './conversion';
export {
  chosenNut,
  deeperBy,
  newNut,
  reachesDeeper,
  sameMate,
  type StackNumbers,
  type StackParts,
  untouchedOf,
} from './shared';
export { studStack } from './stud';

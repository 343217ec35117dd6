export { adapterStack } from './adapter';
export { boltStack } from './bolt';
export { conversionStack } from './conversion';
export {
  asMade,
  chosenNut,
  deeperBy,
  holeOpenAt,
  newNut,
  noseOfNew,
  reachesDeeper,
  sameMate,
  type StackNumbers,
  type StackParts,
  untouchedOf,
} from './shared';
export { studStack } from './stud';

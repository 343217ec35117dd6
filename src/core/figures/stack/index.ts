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
  type StackNumbers,
  type StackParts,
  sameMate,
  untouchedOf,
} from './shared';
export { studStack } from './stud';

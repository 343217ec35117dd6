/** Names that quantities had in earlier releases: stored readings, files and records may still say them. */
export const RENAMED: Readonly<Record<string, string>> = {
  stockBoltLength: 'boltLength',
  stockBoltOverall: 'boltOverall',
  stockBoltThread: 'boltThread',
  stockStudThread: 'studThread',
  stockNose: 'pilotNose',
  stockSocket: 'socketSize',
  makersLength: 'originalLength',
};

/** The name that a quantity has now. */
export const presentQuantity = (id: string): string => RENAMED[id] ?? id;

/**
 * The tables. Units stand in the column names; named CHECKs mirror the core's limits; nothing is deleted, only
 * archived or withdrawn. Torque entries are append-only and hash-chained.
 */
export * from './baySchema';
export * from './calendarSchema';
export * from './carSchema';
export * from './carStateSchema';
export * from './jobSchema';
export * from './onceSchema';
export * from './peopleSchema';
export * from './recordSchema';
export * from './shelfSchema';
export * from './toolSchema';
export * from './trailSchema';

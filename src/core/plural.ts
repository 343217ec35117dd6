/** A count with its noun: `1 reading`, `2 readings`, `3 torque entries`. @param many left out, the noun with an s */
export const plural = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

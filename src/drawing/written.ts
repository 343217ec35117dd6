/** A length as it is written down in a path: rounded only here, finer than any line. */
export const written = (x: number): string => String(Math.round(x * 1000) / 1000);

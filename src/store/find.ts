/** What is typed to find something, as a pattern: its words in their order, signs that mean something to a pattern as they are. */
export const like = (typed: string): string =>
  `%${typed
    .trim()
    .slice(0, 60)
    .replace(/[\\%_]/g, (c) => `\\${c}`)
    .split(/\s+/)
    .join('%')}%`;

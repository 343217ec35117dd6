export function freePort(): Promise<number>;
export function installPostgres(say?: (line: string) => void): boolean;
export function startPostgres(
  place?: string,
  more?: Readonly<Record<string, string>>,
  hear?: (text: string) => void,
): Promise<{ url: string; pid: number; stop: () => Promise<void> }>;

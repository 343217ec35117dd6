/** Every name and address that this machine is asked by. @param host what it was opened under */
export function ownNames(host?: string): string[];

/** PEM texts of this machine's key and certificate, and of the root that signed it. */
export function certificates(
  data: string,
  names: readonly string[],
  now?: number,
): Promise<{ key: string; cert: string; root: string }>;

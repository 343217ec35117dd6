export function emptyFolder(): Promise<string>;
export function made(name: string, make: (folder: string) => Promise<void>): Promise<string>;
export function copyOver(from: string, to: string): void;
/** Name of the empty database on the tests’ own server. */
export const EMPTY: string;
export default function setup(): Promise<void>;

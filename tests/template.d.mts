export function emptyFolder(): Promise<string>;
export function made(name: string, make: (folder: string) => Promise<void>): Promise<string>;
export function copyOver(from: string, to: string): void;
export default function setup(): Promise<void>;

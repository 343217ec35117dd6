import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, open, readFile, rename, rm } from 'node:fs/promises';
import sharp from 'sharp';
import { RefusedError } from '../errors';

/** A picture as it is kept: re-encoded, upright, without place or camera in it. */
export interface KeptPhoto {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
  /** It was not there before. */
  readonly fresh: boolean;
}

/** Longest side of a kept picture, px: enough to read a scratch, small enough for years of jobs. */
const LONGEST = 2000;
/** More pixels than this is no camera but a bomb: they are counted before any is decoded. */
const MOST_PIXELS = 80_000_000;
const TAKEN = ['jpeg', 'png', 'webp'];
const HASH = /^[0-9a-f]{64}$/;

const pathOf = (folder: string, hash: string): string => [folder, 'photos', hash.slice(0, 2), `${hash}.jpg`].join('/');

/** @throws RefusedError for what is no picture that can be kept, in a sentence */
async function reencoded(bytes: Uint8Array): Promise<{ data: Buffer; width: number; height: number }> {
  if (bytes.length === 0) throw new RefusedError('This file is empty, and no picture. Use JPEG, PNG or WebP.');
  const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
  const about = await picture.metadata().catch(() => null);
  if (about?.format === 'heif')
    throw new RefusedError(
      'This picture is HEIC, which is not read here. Set the camera to “most compatible”, or send it as JPEG.',
    );
  if (!about?.format || !TAKEN.includes(about.format))
    throw new RefusedError('This is no picture that can be kept. Use JPEG, PNG or WebP.');
  if ((about.width ?? 0) * (about.height ?? 0) > MOST_PIXELS)
    throw new RefusedError('This picture has more than 80 million pixels. Use a photo of the camera’s usual size.');
  try {
    // Turned upright first, because what says so goes with everything else that a camera writes beside the picture.
    const { data, info } = await picture
      .rotate()
      .resize(LONGEST, LONGEST, { fit: 'inside', withoutEnlargement: true })
      .flatten({ background: '#ffffff' })
      .jpeg({ quality: 82 })
      .toBuffer({ resolveWithObject: true });
    return { data, width: info.width, height: info.height };
  } catch {
    throw new RefusedError('This picture is damaged: it cannot be read to its end. Take or send it once more.');
  }
}

/**
 * Keeps a picture under the hash of what is kept; the same one twice is one file. It is on the disk when this comes
 * back.
 * @throws RefusedError
 */
export async function keepPhotoFile(folder: string, bytes: Uint8Array): Promise<KeptPhoto> {
  const { data, width, height } = await reencoded(bytes);
  const hash = createHash('sha256').update(data).digest('hex');
  const fresh = await write(folder, hash, data);
  return { hash, width, height, fresh };
}

/** Takes files away that were kept for something that was then refused. */
export async function dropPhotoFiles(folder: string, hashes: readonly string[]): Promise<void> {
  for (const hash of hashes) await rm(/* turbopackIgnore: true */ pathOf(folder, hash), { force: true });
}

/** Puts a file under its hash; it is on the disk when this comes back. @returns false where it was there already */
async function write(folder: string, hash: string, data: Uint8Array): Promise<boolean> {
  const path = pathOf(folder, hash);
  if (existsSync(/* turbopackIgnore: true */ path)) return false;
  await mkdir(/* turbopackIgnore: true */ path.slice(0, path.lastIndexOf('/')), { recursive: true });
  const half = `${path}.${process.pid}.half`;
  const file = await open(/* turbopackIgnore: true */ half, 'w', 0o600);
  try {
    await file.writeFile(data);
    await file.sync();
  } finally {
    await file.close();
  }
  await rename(half, path);
  return true;
}

/**
 * Keeps a picture that another installation re-encoded, byte for byte, so that its seal still holds.
 * @returns false where it was there already
 * @throws RefusedError where it is not what its hash says, or no picture as this program keeps them
 */
export async function keepSamePhotoFile(folder: string, data: Uint8Array, hash: string): Promise<boolean> {
  if (createHash('sha256').update(data).digest('hex') !== hash)
    throw new RefusedError('A photo of this file is not the one that was kept with it.');
  const about = await sharp(data, { limitInputPixels: MOST_PIXELS })
    .metadata()
    .catch(() => null);
  const [width, height] = [about?.width ?? 0, about?.height ?? 0];
  const strange = about?.exif !== undefined || about?.xmp !== undefined || about?.iptc !== undefined;
  if (about?.format !== 'jpeg' || strange || Math.max(width, height) > LONGEST || !endsAsJpeg(data))
    throw new RefusedError('A photo of this file is no picture that was kept by this program.');
  return write(folder, hash, data);
}

/** Nothing hangs on behind the picture (JPEG, ISO/IEC 10918-1: it ends with the marker FFD9; from memory). */
const endsAsJpeg = (data: Uint8Array): boolean => data.at(-2) === 0xff && data.at(-1) === 0xd9;

/** The file of a picture as it was kept; null where it is not there, is another one now, or its name is none. */
export async function photoFile(folder: string, hash: string): Promise<Buffer | null> {
  if (!HASH.test(hash)) return null;
  const data = await readFile(/* turbopackIgnore: true */ pathOf(folder, hash)).catch(() => null);
  return data !== null && createHash('sha256').update(data).digest('hex') === hash ? data : null;
}

/** Whether the file of a picture still is what was kept. */
export const photoHolds = async (folder: string, hash: string): Promise<boolean> =>
  (await photoFile(folder, hash)) !== null;

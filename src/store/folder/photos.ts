import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, open, readFile, rename } from 'node:fs/promises';
import sharp from 'sharp';
import { RefusedError } from '../errors';

/** A picture as it is kept: re-encoded, upright, without place or camera in it. */
export interface KeptPhoto {
  readonly hash: string;
  readonly width: number;
  readonly height: number;
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
  if (bytes.length === 0) throw new RefusedError('This file is empty, and no picture. JPEG, PNG or WebP will do.');
  const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
  const about = await picture.metadata().catch(() => null);
  if (about?.format === 'heif')
    throw new RefusedError(
      'This picture is HEIC, which is not read here. Set the camera to “most compatible”, or send it as JPEG.',
    );
  if (!about?.format || !TAKEN.includes(about.format))
    throw new RefusedError('This is no picture that can be kept. JPEG, PNG or WebP will do.');
  if ((about.width ?? 0) * (about.height ?? 0) > MOST_PIXELS)
    throw new RefusedError('This picture has more than 80 million pixels. A photo of the camera’s usual size will do.');
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
 * Keeps a picture under the hash of what is kept; the same one twice is one file. It is on the disk when this comes back.
 * @throws RefusedError
 */
export async function keepPhotoFile(folder: string, bytes: Uint8Array): Promise<KeptPhoto> {
  const { data, width, height } = await reencoded(bytes);
  const hash = createHash('sha256').update(data).digest('hex');
  await write(folder, hash, data);
  return { hash, width, height };
}

/** Puts a file under its hash; it is on the disk when this comes back. */
async function write(folder: string, hash: string, data: Uint8Array): Promise<void> {
  const path = pathOf(folder, hash);
  if (existsSync(/* turbopackIgnore: true */ path)) return;
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
}

/**
 * Keeps a picture that another installation re-encoded, byte for byte, so that its seal still holds.
 * @throws RefusedError where it is not what its hash says, no picture, or says where it was taken
 */
export async function keepSamePhotoFile(folder: string, data: Uint8Array, hash: string): Promise<void> {
  if (createHash('sha256').update(data).digest('hex') !== hash)
    throw new RefusedError('A photo of this file is not the one that was kept with it.');
  const about = await sharp(data, { limitInputPixels: MOST_PIXELS })
    .metadata()
    .catch(() => null);
  if (about === null || about.exif !== undefined)
    throw new RefusedError('A photo of this file is no picture that was kept by this program.');
  await write(folder, hash, data);
}

/** The file of a picture; null where it is not there, or its name is none. */
export async function photoFile(folder: string, hash: string): Promise<Buffer | null> {
  if (!HASH.test(hash)) return null;
  return readFile(/* turbopackIgnore: true */ pathOf(folder, hash)).catch(() => null);
}

/** Whether the file of a picture still is what was kept. */
export async function photoHolds(folder: string, hash: string): Promise<boolean> {
  const data = await photoFile(folder, hash);
  return data !== null && createHash('sha256').update(data).digest('hex') === hash;
}

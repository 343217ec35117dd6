import { createHash } from 'node:crypto';
import { once } from 'node:events';
import { createReadStream, createWriteStream } from 'node:fs';
import { mkdir, open as openFile, readdir, readFile, stat } from 'node:fs/promises';
import { dirname, join, relative, resolve, sep } from 'node:path';
import { Transform, Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { ZipArchive } from 'archiver';
import { type Entry, open, type ZipFile } from 'yauzl';

/** Says what a file of an archive holds, so that one flipped bit is seen before anything is touched. */
export interface FileSum {
  readonly path: string;
  readonly size: number;
  readonly sha256: string;
}

/** An archive that cannot be used. The message is the sentence a person should see. */
export class ArchiveError extends Error {
  constructor(sentence: string) {
    super(sentence);
    this.name = 'ArchiveError';
  }
}

/** Every file under a folder, by its path with forward slashes. */
export async function filesUnder(folder: string): Promise<string[]> {
  const found: string[] = [];
  for (const e of await readdir(/* turbopackIgnore: true */ folder, { withFileTypes: true, recursive: true })) {
    if (e.isFile()) found.push(relative(folder, join(e.parentPath, e.name)).split(sep).join('/'));
  }
  return found.sort();
}

async function foldersUnder(folder: string): Promise<string[]> {
  const all = await readdir(/* turbopackIgnore: true */ folder, { withFileTypes: true, recursive: true });
  return all
    .filter((e) => e.isDirectory())
    .map((e) => relative(folder, join(e.parentPath, e.name)).split(sep).join('/'));
}

/** Size and checksum of a file. */
export async function sumOf(folder: string, path: string): Promise<FileSum> {
  const hash = createHash('sha256');
  await pipeline(createReadStream(/* turbopackIgnore: true */ join(folder, path)), hash);
  return { path, size: (await stat(/* turbopackIgnore: true */ join(folder, path))).size, sha256: hash.digest('hex') };
}

/**
 * The archive's own comment: one checksum over every byte before it, so that its lists and headers are sealed as its
 * files are.
 */
const SEAL = 'sha256 ';
const UNSEALED = SEAL + '0'.repeat(64);

/** Checksum of an archive up to its seal. */
async function sealOf(path: string): Promise<string> {
  const { size } = await stat(/* turbopackIgnore: true */ path);
  const hash = createHash('sha256');
  await pipeline(createReadStream(/* turbopackIgnore: true */ path, { end: size - UNSEALED.length - 1 }), hash);
  return SEAL + hash.digest('hex');
}

/** Writes the seal over the empty one that stands at the very end. */
async function seal(path: string): Promise<void> {
  const { size } = await stat(/* turbopackIgnore: true */ path);
  const file = await openFile(/* turbopackIgnore: true */ path, 'r+');
  try {
    await file.write(await sealOf(path), size - UNSEALED.length);
  } finally {
    await file.close();
  }
}

/** Files that lie elsewhere and go into an archive below a name: photos, which need not be copied first. */
export interface Besides {
  readonly as: string;
  readonly folder: string;
  readonly paths: readonly string[];
}

/** Files up to this go into an archive in one piece; most of a database's are far smaller. */
const IN_ONE_PIECE = 1024 ** 2;

/** Puts something into an archive. @returns once it is in it */
function putIn(zip: ZipArchive, source: Buffer | Transform | string, name: string): Promise<unknown> {
  const taken = once(zip, 'entry');
  zip.append(source, { name });
  return taken;
}

/** Puts a file into an archive, read once: what goes in is what its checksum is of. */
async function packFile(zip: ZipArchive, from: string, path: string): Promise<FileSum> {
  const hash = createHash('sha256');
  const name = `data/${path}`;
  if ((await stat(/* turbopackIgnore: true */ from)).size <= IN_ONE_PIECE) {
    const bytes = await readFile(/* turbopackIgnore: true */ from);
    await putIn(zip, bytes, name);
    return { path, size: bytes.length, sha256: hash.update(bytes).digest('hex') };
  }
  let size = 0;
  const through = new Transform({
    transform(chunk: Buffer, _, done) {
      size += chunk.length;
      hash.update(chunk);
      done(null, chunk);
    },
  });
  await Promise.all([putIn(zip, through, name), pipeline(createReadStream(/* turbopackIgnore: true */ from), through)]);
  return { path, size, sha256: hash.digest('hex') };
}

/**
 * Packs a folder into one zip file with a manifest of checksums beside what the caller has to say, and seals it.
 * @param name of the manifest inside the archive
 */
export async function pack(
  folder: string,
  to: string,
  name: string,
  about: Readonly<Record<string, unknown>>,
  besides: Besides = { as: '', folder, paths: [] },
): Promise<void> {
  const zip = new ZipArchive({ zlib: { level: 3 }, comment: UNSEALED });
  const out = createWriteStream(/* turbopackIgnore: true */ to, { mode: 0o600 });
  const written = pipeline(zip, out);
  // An archive that ends before everything is in it has failed; whoever puts something in is told.
  const ended = written.then((): never => {
    throw new Error(`The archive ${to} ended too soon.`);
  });
  ended.catch(() => {});
  // Folders that hold nothing have to be there again as well.
  for (const path of await foldersUnder(folder)) await Promise.race([putIn(zip, '', `data/${path}/`), ended]);
  const files: FileSum[] = [];
  const put = async (from: string, path: string): Promise<void> => {
    files.push(await Promise.race([packFile(zip, from, path), ended]));
  };
  for (const path of await filesUnder(folder)) await put(join(folder, path), path);
  for (const path of besides.paths) await put(join(besides.folder, path), `${besides.as}/${path}`);
  zip.append(JSON.stringify({ ...about, files }, null, 1), { name });
  await zip.finalize();
  await written;
  await seal(to);
}

const opened = (path: string): Promise<ZipFile> =>
  new Promise((done, failed) =>
    open(path, { lazyEntries: true, autoClose: false, strictFileNames: true }, (error, zip) =>
      error ? failed(new ArchiveError('This file is no archive, or it is damaged. Nothing was touched.')) : done(zip),
    ),
  );

/** Goes through the entries of an archive in order. @throws ArchiveError for a damaged one */
async function* entries(zip: ZipFile): AsyncGenerator<Entry> {
  for (let i = 0; i < zip.entryCount; i += 1) {
    yield await new Promise<Entry>((done, failed) => {
      zip.once('entry', done);
      zip.once('error', () => failed(new ArchiveError('The archive is damaged. Nothing was touched.')));
      zip.readEntry();
    });
    zip.removeAllListeners('entry');
    zip.removeAllListeners('error');
  }
}

const reading = (zip: ZipFile, entry: Entry): Promise<NodeJS.ReadableStream> =>
  new Promise((done, failed) =>
    zip.openReadStream(entry, (error, stream) =>
      error ? failed(new ArchiveError('The archive is damaged. Nothing was touched.')) : done(stream),
    ),
  );

/** More than this in one archive is no backup of a workshop. */
const MOST_BYTES = 64 * 1024 ** 3;
const MOST_MANIFEST = 64 * 1024 ** 2;

/** The manifest of an archive as it was written. @throws ArchiveError */
export async function manifestOf(path: string, name: string): Promise<Record<string, unknown> & { files: FileSum[] }> {
  const zip = await opened(path);
  try {
    for await (const entry of entries(zip)) {
      if (entry.fileName !== name) continue;
      if (entry.uncompressedSize > MOST_MANIFEST) break;
      const chunks: Buffer[] = [];
      await pipeline(
        await reading(zip, entry),
        new Writable({
          write(chunk, _, done) {
            chunks.push(chunk as Buffer);
            done();
          },
        }),
      );
      const read = JSON.parse(Buffer.concat(chunks).toString('utf8'));
      if (Array.isArray(read?.files)) return read;
    }
  } catch (error) {
    if (error instanceof ArchiveError) throw error;
    throw new ArchiveError('The archive is damaged. Nothing was touched.');
  } finally {
    zip.close();
  }
  throw new ArchiveError('This is no backup of Vectis: it has no manifest. Nothing was touched.');
}

/**
 * Unpacks the data of an archive into a folder, once its seal holds (archives of earlier releases have none), and holds
 * every file against its checksum. A file that is missing, one too many, of another size, or outside the folder refuses
 * the whole.
 * @param folder new and empty; the caller throws it away where this throws
 * @throws ArchiveError
 */
export async function unpack(path: string, folder: string, files: readonly FileSum[]): Promise<void> {
  const wanted = new Map(files.map((f) => [f.path, f]));
  if (files.reduce((sum, f) => sum + f.size, 0) > MOST_BYTES)
    throw new ArchiveError('The archive says it holds more than any workshop has. Nothing was touched.');
  const root = resolve(folder);
  const zip = await opened(path);
  try {
    if (zip.comment !== '' && zip.comment !== (await sealOf(path)))
      throw new ArchiveError('The archive is damaged: its seal does not hold. Nothing was touched.');
    for await (const entry of entries(zip)) {
      if (!entry.fileName.startsWith('data/')) continue;
      const name = entry.fileName.slice('data/'.length);
      const to = resolve(root, name);
      if (to !== root && !to.startsWith(root + sep))
        throw new ArchiveError(`The archive writes outside its folder (${name}). Nothing was touched.`);
      if (name.endsWith('/') || name === '') {
        await mkdir(/* turbopackIgnore: true */ to, { recursive: true });
        continue;
      }
      const sum = wanted.get(name);
      if (!sum || sum.size !== entry.uncompressedSize)
        throw new ArchiveError(`${name} is not as the archive’s own list says. Nothing was touched.`);
      await mkdir(/* turbopackIgnore: true */ dirname(to), { recursive: true });
      const hash = createHash('sha256');
      const through = new Transform({
        transform(chunk, _, done) {
          hash.update(chunk);
          done(null, chunk);
        },
      });
      await pipeline(
        await reading(zip, entry),
        through,
        createWriteStream(/* turbopackIgnore: true */ to, { mode: 0o600 }),
      );
      if (hash.digest('hex') !== sum.sha256)
        throw new ArchiveError(`${name} in the archive is damaged: its checksum does not hold. Nothing was touched.`);
      wanted.delete(name);
    }
  } catch (error) {
    if (error instanceof ArchiveError) throw error;
    throw new ArchiveError('The archive is damaged. Nothing was touched.');
  } finally {
    zip.close();
  }
  const [missing] = wanted.keys();
  if (missing !== undefined) throw new ArchiveError(`${missing} is missing in the archive. Nothing was touched.`);
}

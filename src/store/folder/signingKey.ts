import { createHash, createPrivateKey, createPublicKey, generateKeyPairSync, sign, verify } from 'node:crypto';
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';

/**
 * The key that records are signed with: Ed25519 (RFC 8032). It lies in the data folder beside the database, is readable
 * by its owner only, and goes into no backup: whoever has it can sign in the name of this workshop. Its public half is
 * in the database and in every record.
 */
export interface Signer {
  readonly keyId: string;
  /** 32 bytes, base64url. */
  readonly publicKey: string;
  /** @returns the signature, 64 bytes, base64url */
  sign(seal: string): string;
}

const FILE = 'signing.key';
/** What is signed names what it is, so that no signature can be passed off as another. */
const message = (seal: string): Buffer => Buffer.from(`vectis-record-seal/1 ${seal}`);

/** Name of a key: the first 128 bits of the SHA-256 of its 32 bytes, in hex. */
export const keyIdOf = (publicKey: string): string =>
  createHash('sha256').update(Buffer.from(publicKey, 'base64url')).digest('hex').slice(0, 32);

/** Whether a signature is of this seal and by this key. Wrong input is no error, it does not hold. */
export function signatureHolds(publicKey: string, seal: string, signature: string): boolean {
  try {
    const key = createPublicKey({ key: { kty: 'OKP', crv: 'Ed25519', x: publicKey }, format: 'jwk' });
    return verify(null, message(seal), key, Buffer.from(signature, 'base64url'));
  } catch {
    return false;
  }
}

/**
 * The folder's own key, made on its first start. One that cannot be read is set aside: records signed with it still
 * verify.
 */
export function signerOf(folder: string, say: (line: string) => void = () => {}): Signer {
  const path = `${folder}/${FILE}`;
  const key = stored(path, say) ?? made(path);
  const publicKey = createPublicKey(key).export({ format: 'jwk' }).x as string;
  return {
    keyId: keyIdOf(publicKey),
    publicKey,
    sign: (seal) => sign(null, message(seal), key).toString('base64url'),
  };
}

function stored(path: string, say: (line: string) => void) {
  if (!existsSync(/* turbopackIgnore: true */ path)) return null;
  try {
    const key = createPrivateKey(readFileSync(/* turbopackIgnore: true */ path));
    if (key.asymmetricKeyType === 'ed25519') return key;
  } catch {
    // Said below.
  }
  renameSync(path, `${path}.damaged`);
  say(
    'The key that records are signed with cannot be read. It was set aside as signing.key.damaged, and a new one made.',
  );
  return null;
}

function made(path: string) {
  const { privateKey } = generateKeyPairSync('ed25519');
  const half = `${path}.half`;
  writeFileSync(/* turbopackIgnore: true */ half, privateKey.export({ type: 'pkcs8', format: 'pem' }), { mode: 0o600 });
  renameSync(half, path);
  return privateKey;
}

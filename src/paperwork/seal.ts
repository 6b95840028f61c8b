import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  sign,
  verify,
  type KeyObject,
} from 'node:crypto';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** What a certificate's code says of an impression. */
export type Sealed = { edition: string; number: string; title: string; made: string };

const VERSION = 'GL1';

/** The studio's own key, made once and kept beside the records; whoever has it can sign certificates. */
export async function studioKey(dataDir: string): Promise<KeyObject> {
  const file = join(dataDir, 'keys', 'certificates.pem');
  try {
    return createPrivateKey(await readFile(file, 'utf8'));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
  }
  const { privateKey } = generateKeyPairSync('ed25519');
  await mkdir(join(dataDir, 'keys'), { recursive: true, mode: 0o700 });
  await writeFile(file, privateKey.export({ type: 'pkcs8', format: 'pem' }), {
    mode: 0o600,
    flag: 'wx',
  }).catch((e: NodeJS.ErrnoException) => {
    if (e.code !== 'EEXIST') throw e;
  });
  return createPrivateKey(await readFile(file, 'utf8'));
}

/**
 * The signed text of a certificate's code. Source: Ed25519, RFC 8032.
 */
export function seal(key: KeyObject, s: Sealed): string {
  const body = [VERSION, s.edition, s.number, s.made, encodeURIComponent(s.title)].join('|');
  return `${body}|${sign(null, Buffer.from(body), key).toString('base64url')}`;
}

/** What a code says, if this studio signed it; null otherwise. */
export function unseal(key: KeyObject, code: string): Sealed | null {
  const cut = code.lastIndexOf('|');
  const body = code.slice(0, cut);
  const [version, edition, number, made, title] = body.split('|');
  if (version !== VERSION || !edition || !number || !made || title === undefined) return null;
  const signature = Buffer.from(code.slice(cut + 1), 'base64url');
  // Base64's last sign has spare bits: only the one spelling we write is taken, so that a changed code is never a good one.
  const genuine =
    signature.toString('base64url') === code.slice(cut + 1) &&
    verify(null, Buffer.from(body), createPublicKey(key), signature);
  return genuine ? { edition, number, made, title: decodeURIComponent(title) } : null;
}

/** Sixteen signs of the code's hash, to read out or compare by eye. */
export function shortCode(code: string): string {
  return createHash('sha256')
    .update(code)
    .digest('hex')
    .slice(0, 16)
    .toUpperCase()
    .replace(/(.{4})(?=.)/g, '$1 ');
}

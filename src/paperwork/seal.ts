import {
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  sign,
  verify,
  type KeyObject,
} from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { cutSigned, keyName } from '@/core/edition/code';

/** The key a studio signs with: its private half, and its public half as 32 bytes, by which it is called. */
export type StudioKey = { key: KeyObject; publicKey: Buffer; name: string };

const folderOf = (dataDir: string) => join(dataDir, 'keys');
const fileOf = (dataDir: string) => join(folderOf(dataDir), 'certificates.pem');

/** An Ed25519 public key in its DER wrapping has its 32 bytes at the end. Source: RFC 8410. */
const DER_HEAD = Buffer.from('302a300506032b6570032100', 'hex');
const rawOf = (key: KeyObject): Buffer =>
  createPublicKey(key).export({ type: 'spki', format: 'der' }).subarray(DER_HEAD.length);

const studioKeyOf = (pem: string): StudioKey => {
  const key = createPrivateKey(pem);
  const publicKey = rawOf(key);
  return { key, publicKey, name: keyName(publicKey) };
};

const newPem = (): string =>
  generateKeyPairSync('ed25519').privateKey.export({ type: 'pkcs8', format: 'pem' }) as string;

/** The studio's own key, made once and kept beside the records; whoever has it can sign in the studio's name. */
export async function studioKey(dataDir: string): Promise<StudioKey> {
  try {
    return studioKeyOf(await readFile(fileOf(dataDir), 'utf8'));
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
  }
  await mkdir(folderOf(dataDir), { recursive: true, mode: 0o700 });
  await writeFile(fileOf(dataDir), newPem(), { mode: 0o600, flag: 'wx' }).catch(
    (error: NodeJS.ErrnoException) => {
      if (error.code !== 'EEXIST') throw error;
    },
  );
  return studioKeyOf(await readFile(fileOf(dataDir), 'utf8'));
}

/** Puts a new key in the place of the old one, which stays beside it under its name. */
export async function renewStudioKey(dataDir: string): Promise<{ old: StudioKey; key: StudioKey }> {
  const old = await studioKey(dataDir);
  const next = `${fileOf(dataDir)}.next`;
  await writeFile(next, newPem(), { mode: 0o600 });
  await writeFile(
    join(folderOf(dataDir), `retired-${old.name}.pem`),
    await readFile(fileOf(dataDir), 'utf8'),
    {
      mode: 0o600,
    },
  );
  await rename(next, fileOf(dataDir));
  return { old, key: await studioKey(dataDir) };
}

/**
 * A text and the signature over it, joined by a stroke. Source: Ed25519, RFC 8032.
 *
 * @param body what is signed, without a line break
 */
export const signed = ({ key }: StudioKey, body: string): string =>
  `${body}|${sign(null, Buffer.from(body), key).toString('base64url')}`;

/** Whether a signed text is signed with the key of this public half. @param publicKey 32 bytes */
export function isSignedWith(publicKey: Uint8Array, text: string): boolean {
  const cut = cutSigned(text);
  if (!cut) return false;
  const signature = Buffer.from(cut.signature, 'base64url');
  // Base64's last sign has spare bits: only the one spelling we write is taken, so that a changed code is never a good one.
  if (signature.length !== 64 || signature.toString('base64url') !== cut.signature) return false;
  const key = createPublicKey({
    key: Buffer.concat([DER_HEAD, publicKey]),
    format: 'der',
    type: 'spki',
  });
  return verify(null, Buffer.from(cut.body), key, signature);
}

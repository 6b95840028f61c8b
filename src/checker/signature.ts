import * as ed from '@noble/ed25519';
import { sha512 } from '@noble/hashes/sha2.js';
import { cutSigned } from '@/core/edition/code';

// Worked out here rather than by the browser: one opened from a disk, or ten years old, may not know this signature.
ed.hashes.sha512 = sha512;

/** Whether a text is signed with the key of this public half. @param publicKey its 32 bytes, in base64url */
export function isSignedBy(publicKey: string, text: string): boolean {
  const cut = cutSigned(text);
  const signature = cut && fromBase64Url(cut.signature);
  const key = fromBase64Url(publicKey);
  if (!cut || !signature || !key || signature.length !== 64 || key.length !== 32) return false;
  // The last sign of base64 has spare bits: only the one spelling that is written is taken.
  if (toBase64Url(signature) !== cut.signature) return false;
  try {
    return ed.verify(signature, new TextEncoder().encode(cut.body), key, { zip215: false });
  } catch {
    return false;
  }
}

function fromBase64Url(text: string): Uint8Array | null {
  if (!/^[\w-]*$/.test(text)) return null;
  try {
    const binary = atob(text.replaceAll('-', '+').replaceAll('_', '/'));
    return Uint8Array.from(binary, (letter) => letter.charCodeAt(0));
  } catch {
    return null;
  }
}

const toBase64Url = (bytes: Uint8Array): string =>
  btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '');

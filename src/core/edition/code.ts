import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { Size } from '../measure';

/** What a certificate's code claims of an impression; lengths in µm, days as YYYY-MM-DD. */
export type CertificateClaim = {
  /** The certificate's own id: a reissued one has another. */
  certificate: string;
  /** 1 for the first, 2 for its first replacement. */
  issue: number;
  number: string;
  title: string;
  image: Size;
  sheet: Size;
  printedOn: string;
  issuedOn: string;
  /** The fingerprint of the key it is signed with. */
  key: string;
};

/** A text that is signed as a whole: what it claims, and the signature over that. */
export type SignedText = { body: string; signature: string };

const CODE = 'GL2';
const HEAD = 'GLH1';

/** Cuts a signed text at its last stroke. @example cutSigned('GL2|a|sig') // { body: 'GL2|a', signature: 'sig' } */
export function cutSigned(text: string): SignedText | null {
  const clean = text.trim();
  const cut = clean.lastIndexOf('|');
  return cut < 0 ? null : { body: clean.slice(0, cut), signature: clean.slice(cut + 1) };
}

const side = ({ width, height }: Size): string => `${width}x${height}`;

/** The part of a certificate's code that is signed. */
export function codeBody(claim: CertificateClaim): string {
  return [
    CODE,
    claim.certificate,
    claim.issue,
    encodeURIComponent(claim.number),
    encodeURIComponent(claim.title),
    side(claim.image),
    side(claim.sheet),
    claim.printedOn,
    claim.issuedOn,
    claim.key,
  ].join('|');
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/**
 * What the body of a code claims, whoever signed it; null for what is no such code.
 *
 * @example readCode('nothing of the kind') // null
 */
export function readCode(body: string): CertificateClaim | null {
  const parts = body.split('|');
  if (parts.length !== 10 || parts[0] !== CODE) return null;
  const [, certificate, issue, number, title, image, sheet, printedOn, issuedOn, key] = parts as string[];
  const [imageSize, sheetSize] = [readSide(image!), readSide(sheet!)];
  const words = [number!, title!].map(decoded);
  if (!imageSize || !sheetSize || words.includes(null)) return null;
  if (!/^[1-9]\d{0,3}$/.test(issue!) || !DAY.test(printedOn!) || !DAY.test(issuedOn!)) return null;
  return {
    certificate: certificate!,
    issue: Number(issue),
    number: words[0]!,
    title: words[1]!,
    image: imageSize,
    sheet: sheetSize,
    printedOn: printedOn!,
    issuedOn: issuedOn!,
    key: key!,
  };
}

function readSide(text: string): Size | null {
  const match = /^(\d{1,9})x(\d{1,9})$/.exec(text);
  return match ? { width: Number(match[1]), height: Number(match[2]) } : null;
}

function decoded(text: string): string | null {
  try {
    return decodeURIComponent(text);
  } catch {
    return null;
  }
}

/** Sixteen signs of a code's hash, to read out or compare by eye. @example shortCode('GL2|a|sig').length // 19 */
export function shortCode(code: string): string {
  return bytesToHex(sha256(utf8ToBytes(code)))
    .slice(0, 16)
    .toUpperCase()
    .replace(/(.{4})(?=.)/g, '$1 ');
}

/** Eight signs that a public key is called by. @param raw its 32 bytes */
export const keyName = (raw: Uint8Array): string => bytesToHex(sha256(raw)).slice(0, 8);

/** The end of the register at a moment, to be kept elsewhere. */
export type ChainHead = { entries: number; hash: string; at: string; key: string };

/** The part of a kept head that is signed. */
export const headBody = (head: ChainHead): string =>
  [HEAD, head.entries, head.hash, head.at, head.key].join('|');

/** What a kept head says; null for what is none. @example readHead('GLH1|0|a') // null */
export function readHead(body: string): ChainHead | null {
  const [version, entries, hash, at, key, ...rest] = body.split('|');
  if (version !== HEAD || rest.length || !key) return null;
  if (!/^\d{1,12}$/.test(entries!) || !/^[0-9a-f]{64}$/.test(hash!)) return null;
  return { entries: Number(entries), hash: hash!, at: at!, key };
}

/** What a genuine code proves and what it does not, in sentences that stand wherever one is checked. */
export const PROVES = [
  'Somebody with the studio’s key signed these words: the number, the title, both sizes and both days are as they were written.',
];
export const PROVES_NOT = [
  'That the sheet in front of you is the one it was written for: a code can be copied. Look at signature, paper and sizes.',
  'That the certificate is still good: a void or replaced one keeps its code. Ask the studio, or load its list of void certificates.',
  'Who owns the print.',
];

/** One certificate that no longer speaks for a print, as a studio publishes it. */
export type VoidLine = {
  certificate: string;
  number: string;
  title: string;
  voidedOn: string;
  /** The certificate that took its place, if one did. */
  replacedBy: string | null;
};
export type VoidList = { studio: string; at: string; key: string; lines: VoidLine[] };

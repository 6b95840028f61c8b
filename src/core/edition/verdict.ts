import type { Finding } from '../finding';
import { formatSize } from '../measure';
import { cutSigned, readCode, type CertificateClaim, type VoidLine } from './code';

/** A key the studio signs or signed with, as a checking page knows it. */
export type KnownKey = { name: string; retiredOn: string | null };

/** What a code comes to: a finding, and what it claims where it claims anything. */
export type CodeVerdict = { finding: Finding; claim: CertificateClaim | null };

/**
 * Judges a certificate's code: whether it is one, whether the signature fits a key of the studio's, and whether that certificate
 * still speaks for its print. The signature itself is checked by whoever asks, with what is at hand there.
 *
 * @param isSigned whether the text is signed with a key of this name
 * @param voids certificates known to be void; on a page without a network, those of its list
 */
export function judgeCode(
  text: string,
  keys: readonly KnownKey[],
  isSigned: (text: string, key: string) => boolean,
  voids: readonly VoidLine[],
): CodeVerdict {
  const cut = cutSigned(text);
  const claim = cut && readCode(cut.body);
  if (!claim)
    return {
      claim: null,
      finding: fails(
        'no code',
        'This is no code of a certificate: it does not have the parts of one. Copy all of it.',
      ),
    };
  const key = keys.find((each) => each.name === claim.key);
  if (!key)
    return {
      claim,
      finding: fails(
        'unknown key',
        `It names the key ${claim.key}, and this studio has never signed with that.`,
      ),
    };
  if (!isSigned(text.trim(), key.name))
    return {
      claim,
      finding: fails(
        'altered',
        'The signature does not fit these words: the number, the title, a size or a day was altered, or it was never signed here.',
      ),
    };
  if (key.retiredOn !== null && claim.issuedOn > key.retiredOn)
    return {
      claim,
      finding: fails(
        'retired key',
        `It says it was written on ${claim.issuedOn}, and its key was retired on ${key.retiredOn}: somebody else may have the key. Ask the studio.`,
      ),
    };
  const voided = voids.find((each) => each.certificate === claim.certificate);
  if (voided)
    return {
      claim,
      finding: {
        verdict: 'care',
        word: voided.replacedBy ? 'replaced' : 'void',
        says: `Signed by the studio, and void since ${voided.voidedOn}${voided.replacedBy ? ': another certificate took its place' : ''}.`,
        because: figuresOf(claim),
      },
    };
  if (key.retiredOn !== null)
    return {
      claim,
      finding: {
        verdict: 'care',
        word: 'older key',
        says: `Signed with the studio’s key ${key.name}, which was retired on ${key.retiredOn}. Whoever has it could write an earlier day: ask the studio whether it has this certificate on record.`,
        because: figuresOf(claim),
      },
    };
  return {
    claim,
    finding: {
      verdict: 'holds',
      word: 'genuine',
      says: `Signed with the studio’s key ${key.name}: ${claim.number} of ${claim.title}, picture ${formatSize(claim.image, 'mm')}, printed ${claim.printedOn}.`,
      because: figuresOf(claim),
    },
  };
}

const fails = (word: string, says: string): Finding => ({ verdict: 'fails', word, says, because: [] });

/** What a code claims, as figures to be held against the sheet. */
function figuresOf(claim: CertificateClaim): Finding['because'] {
  return [
    { name: 'number', value: claim.number },
    { name: 'title', value: claim.title },
    { name: 'picture', value: formatSize(claim.image, 'mm') },
    { name: 'sheet', value: formatSize(claim.sheet, 'mm') },
    { name: 'printed', value: claim.printedOn },
    { name: 'certificate written', value: claim.issuedOn },
    { name: 'issue', value: claim.issue },
  ];
}

import { md5 } from '@noble/hashes/legacy.js';
import { InputError } from '../errors';
import { labOfXyz, type Lab } from './difference';
import { profileLabel } from './icc';
import { INTENTS, type Intent } from './intents';
import { openProfile, xyzOfTag, type ProfileFile } from './profile';

/** What a profile says of itself, read from its header and tags. */
export type ProfileFacts = {
  label: string;
  version: string;
  bytes: number;
  made: string | null;
  describes: 'a printer’s paper' | 'a screen' | 'a working space';
  model: 'RGB' | 'CMYK' | 'grey';
  works: 'by tables' | 'by primaries and curves';
  /** Intents it has tables of its own for; by primaries and curves there is one for all. */
  intents: Intent[];
  /** The bare paper (or the screen’s white) under D50. */
  white: Lab;
};

const CLASSES: Readonly<Record<string, ProfileFacts['describes']>> = {
  prtr: 'a printer’s paper',
  mntr: 'a screen',
  spac: 'a working space',
};
const REFUSED: Readonly<Record<string, string>> = {
  scnr: 'it describes a scanner or camera, not what is printed',
  link: 'it is a device link, made for one pair of devices',
  abst: 'it is an abstract profile',
  nmcl: 'it is a list of named colours',
};
const MODELS: Readonly<Record<string, ProfileFacts['model']>> = {
  RGB: 'RGB',
  CMYK: 'CMYK',
  GRAY: 'grey',
};
const BACK_TABLES: readonly [string, Intent][] = [
  ['B2A0', 'perceptual'],
  ['B2A1', 'relative colorimetric'],
  ['B2A2', 'saturation'],
];

/**
 * Reads an ICC profile a paper, screen or space may be proofed with, and refuses any other with the reason.
 *
 * @throws InputError naming what is damaged, or why it cannot be used
 * Source: ICC.1:2001-04 and ICC.1:2022, 7 and 8.
 * @example profileFacts(writeMatrixProfile('opRGB', OPRGB_PRIMARIES, OPRGB_GAMMA)).works // 'by primaries and curves'
 */
export function profileFacts(bytes: Uint8Array): ProfileFacts {
  const refuse = (what: string): never => {
    throw new InputError('profile', `${bytes.length} bytes`, what);
  };
  if (bytes.length < 132 || String.fromCharCode(...bytes.subarray(36, 40)) !== 'acsp')
    refuse('an ICC profile; this file is not one');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const says = view.getUint32(0);
  if (says > bytes.length)
    refuse(
      `a whole ICC profile; this one says it has ${says} bytes and was cut short at ${bytes.length}`,
    );
  let file: ProfileFile, label: string | null;
  try {
    file = openProfile(bytes);
    label = profileLabel(bytes);
  } catch {
    return refuse('a whole ICC profile; its table of contents points outside the file: it is damaged');
  }
  if (file.version !== 2 && file.version !== 4)
    refuse(`version 2 or 4 of ICC; this is version ${file.version}`);
  if (REFUSED[file.kind]) refuse(`a profile of a paper, screen or space; ${REFUSED[file.kind]}`);
  const describes =
    CLASSES[file.kind] ??
    refuse(`a profile of a paper, screen or space; this is of the kind “${file.kind}”`);
  const model =
    MODELS[file.space] ??
    refuse(`a profile of RGB, CMYK or grey; this is of ${file.space || 'nothing named'}`);
  if (file.pcs !== 'Lab' && file.pcs !== 'XYZ')
    refuse(`a profile that leads to Lab or XYZ; this leads to ${file.pcs || 'nothing named'}`);
  checkSum(bytes, file, refuse);
  for (const [name, tag] of file.tags) checkTable(name, tag, refuse);
  const tables = BACK_TABLES.filter(([tag]) => file.tags.has(tag)).map(([, intent]) => intent);
  const shaped =
    model === 'grey'
      ? file.tags.has('kTRC')
      : ['rXYZ', 'gXYZ', 'bXYZ', 'rTRC', 'gTRC', 'bTRC'].every((t) => file.tags.has(t));
  if (!tables.length && !shaped)
    refuse(
      'a profile that leads to device colours; this one has no table back (B2A), so nothing can be printed or proofed through it',
    );
  if (tables.length && !file.tags.has('A2B0') && !file.tags.has('A2B1'))
    refuse('a profile that says how its colours look; its table A2B is missing: it is damaged');
  const white =
    xyzOfTag(file, 'wtpt') ??
    refuse('a profile with its white point; that tag is missing: it is damaged');
  // A screen's white is its own reference, whatever the older kind of profile writes there.
  const lab: Lab = describes === 'a printer’s paper' ? labOfXyz(white) : [100, 0, 0];
  if (lab[0] < 50 || lab[0] > 101)
    refuse(`a white point a paper can have; this one says L* ${lab[0].toFixed(1)}`);
  return {
    label: label?.trim() || 'without a name',
    version: `${bytes[8]}.${bytes[9]! >> 4}`,
    bytes: bytes.length,
    made: madeOn(view),
    describes,
    model,
    works: tables.length ? 'by tables' : 'by primaries and curves',
    white: lab,
    intents: tables.length
      ? [
          ...tables,
          ...(tables.includes('relative colorimetric') ? ['absolute colorimetric' as const] : []),
        ]
      : [...INTENTS],
  };
}

/** Where version 4 carries a sum of itself, it must come out. Source: ICC.1:2022, 7.2.18. */
function checkSum(bytes: Uint8Array, file: ProfileFile, refuse: (what: string) => never) {
  const stated = bytes.subarray(84, 100);
  if (file.version !== 4 || stated.every((b) => b === 0)) return;
  const size = new DataView(bytes.buffer, bytes.byteOffset).getUint32(0);
  const plain = bytes.slice(0, size);
  plain.fill(0, 44, 48);
  plain.fill(0, 64, 68);
  plain.fill(0, 84, 100);
  if (md5(plain).some((b, i) => b !== stated[i]))
    refuse('a whole ICC profile; its check sum does not come out: it was damaged on the way');
}

/** A table must be as long as its own head says. Source: ICC.1:2022, 10.10 and 10.11. */
function checkTable(name: string, tag: Uint8Array, refuse: (what: string) => never) {
  const type = String.fromCharCode(...tag.subarray(0, 4));
  if (type !== 'mft2' && type !== 'mft1') return;
  const short = () =>
    refuse(`a whole ICC profile; its table ${name} is shorter than its head says: it is damaged`);
  if (tag.length < 52) return short();
  const view = new DataView(tag.buffer, tag.byteOffset, tag.byteLength);
  const [ins, outs, grid] = [tag[8]!, tag[9]!, tag[10]!];
  const need =
    type === 'mft2'
      ? 52 + 2 * (ins * view.getUint16(48) + grid ** ins * outs + outs * view.getUint16(50))
      : 48 + ins * 256 + grid ** ins * outs + outs * 256;
  if (tag.length < need) short();
}

function madeOn(view: DataView): string | null {
  const [y, m, d] = [24, 26, 28].map((at) => view.getUint16(at)) as [number, number, number];
  return y >= 1990 && m >= 1 && m <= 12 && d >= 1 && d <= 31
    ? `${y}-${String(m).padStart(2, '0')}-${String(d).padStart(2, '0')}`
    : null;
}

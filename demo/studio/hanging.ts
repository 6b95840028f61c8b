import { Readable } from 'node:stream';
import sharp from 'sharp';
import { findRows } from '@/store/rows';
import type { Studio } from '@/studio/studio';
import * as buyers from '@/studio/walls/buyerWallActions';
import * as walls from '@/studio/walls/wallActions';
import type { DemoClock } from './clock';
import type { Known } from './fill';

const FACE = { name: '', leftHeight: '2600 mm', rightHeight: '2600 mm' };
const IN_WALL = { face: 0, depth: 0 };

/** The long wall of the library: what hangs there, with its frame as it was measured. */
const LIBRARY: readonly [work: string, outer: string, weight: string, drop: string][] = [
  ['kiln', '720 x 570 mm', '4.1 kg', '60 mm'],
  ['boat', '520 x 420 mm', '2.3 kg', '45 mm'],
  ['ferry', '930 x 750 mm', '7.8 kg', '80 mm'],
  ['pans', '430 x 430 mm', '1.7 kg', '40 mm'],
  ['lamp', '390 x 470 mm', '1.9 kg', '45 mm'],
];

/** Walls in every state: one hung and measured, a stall with its furniture, one under a slope, and a buyer's own. */
export function scheduleHanging(studio: Studio, clock: DemoClock, known: Known): void {
  clock.at({ days: 9, hour: 10 }, () => hangLibrary(studio, known));
  clock.at({ days: 6, hour: 15 }, () => setUpStall(studio, known));
  clock.at({ days: 5, hour: 9 }, () => measureAttic(studio));
  clock.at({ days: 3, hour: 11 }, () => hangAtBuyers(studio, known));
}

/** The largest size of a work that is offered, in its mat where one is planned. */
async function largestOf(studio: Studio, known: Known, work: string) {
  const formatId = [...known.formats].filter(([key]) => key.startsWith(`${work} `)).at(-1)?.[1];
  return formatId ? { formatId, mount: await matOf(studio, formatId) } : null;
}

const matOf = async (studio: Studio, formatId: string) =>
  (await findRows(studio.db, 'mounts', { formatId, kind: 'mat' })).length ? ('mat' as const) : null;

async function hangLibrary(studio: Studio, known: Known): Promise<void> {
  const { id } = await walls.recordWall(studio, {
    name: 'The long wall, Haldenness library',
    kind: 'wall',
    surface: 'plaster over brick',
    isPublic: true,
    faces: [{ ...FACE, width: '4200 mm' }],
  });
  const wallId = id!;
  await walls.addObstacle(studio, {
    ...IN_WALL,
    ...{ wallId, kind: 'radiator', left: '3300 mm', bottom: '100 mm', width: '800 mm', height: '600 mm' },
  });
  await walls.addObstacle(studio, {
    ...IN_WALL,
    ...{ wallId, kind: 'switch', left: '90 mm', bottom: '1060 mm', width: '85 mm', height: '85 mm' },
  });
  for (const [work, outer, weight, drop] of LIBRARY) {
    const large = await largestOf(studio, known, work);
    if (!large) continue;
    const { id: pieceId } = await walls.hangPiece(studio, {
      ...{ wallId, ...large, title: '', size: '', moulding: '20 mm' },
    });
    await walls.measurePiece(studio, {
      ...{ wallId, pieceId: pieceId!, size: outer, weight, drop },
      hooks: work === 'ferry' ? 2 : 1,
    });
  }
  await walls.lightWall(studio, {
    wallId,
    light: { lux: 180, hoursADay: 9, kelvin: 3_000, hasSun: false },
  });
  await walls.proposeWallOrder(studio, { wallId, school: 'belong' });
}

async function setUpStall(studio: Studio, known: Known): Promise<void> {
  const { id } = await walls.recordWall(studio, {
    name: 'Stall at the harbour fair',
    kind: 'stall',
    surface: 'wood',
    isPublic: true,
    faces: [
      { name: 'left', width: '2000 mm', leftHeight: '2200 mm', rightHeight: '2200 mm' },
      { name: 'back', width: '3000 mm', leftHeight: '2200 mm', rightHeight: '2200 mm' },
      { name: 'right', width: '2000 mm', leftHeight: '2200 mm', rightHeight: '2200 mm' },
    ],
  });
  const wallId = id!;
  await walls.addObstacle(studio, {
    ...{ wallId, kind: 'table', face: 1, left: '600 mm', bottom: 0, width: '1800 mm', height: '740 mm' },
    depth: '600 mm',
  });
  await walls.addObstacle(studio, {
    ...{ wallId, kind: 'bin', face: 0, left: '200 mm', bottom: 0, width: '620 mm', height: '800 mm' },
    depth: '500 mm',
  });
  for (const work of ['ferry', 'kiln', 'boat', 'lamp', 'pans', 'quarry']) {
    const formatId = [...known.formats].find(([key]) => key.startsWith(`${work} `))?.[1];
    if (formatId)
      await walls.hangPiece(studio, {
        ...{ wallId, formatId, mount: await matOf(studio, formatId) },
        ...{ title: '', size: '', moulding: '15 mm' },
      });
  }
  await walls.arrangeWall(studio, {
    ...{ wallId, kind: 'row', rows: 2, columns: 3, centre: '1550 mm', gap: null, rowGap: '80 mm' },
  });
}

/** Measured, and nothing hung yet. */
async function measureAttic(studio: Studio): Promise<void> {
  await walls.recordWall(studio, {
    name: 'Attic of the old pilot house',
    kind: 'wall',
    surface: 'plasterboard',
    isPublic: false,
    faces: [{ name: '', width: '3600 mm', leftHeight: '2400 mm', rightHeight: '1300 mm' }],
  });
}

/** A room drawn for the purpose, as a telephone would have it: 0.55 px to the millimetre, its door 2 m high. */
const DOOR = { left: 1_560, foot: 1_290, top: 190 } as const;
const ROOM = `<svg xmlns="http://www.w3.org/2000/svg" width="2000" height="1500">
<defs><linearGradient id="w" x1="0" y1="0" x2="1" y2="0.4"><stop offset="0" stop-color="#e3ddd0"/><stop offset="1" stop-color="#cfc8b8"/></linearGradient></defs>
<rect width="2000" height="1500" fill="url(#w)"/>
<rect y="1290" width="2000" height="210" fill="#8a6f55"/><rect y="1262" width="2000" height="28" fill="#f3f0e9"/>
<rect x="1560" y="190" width="440" height="1100" fill="#efece4" stroke="#b9b2a2" stroke-width="8"/><circle cx="1610" cy="760" r="13" fill="#6f6a60"/>
<g fill="#56646c"><rect x="180" y="950" width="1150" height="250" rx="26"/><rect x="120" y="1000" width="120" height="300" rx="26"/><rect x="1270" y="1000" width="120" height="300" rx="26"/></g>
<rect x="230" y="1060" width="520" height="110" rx="18" fill="#66757e"/><rect x="760" y="1060" width="520" height="110" rx="18" fill="#66757e"/>
<path d="M1450 1290V700" stroke="#3c3a36" stroke-width="10"/><path d="M1380 700h140l-34-120h-72z" fill="#f0e3b6"/></svg>`;

async function hangAtBuyers(studio: Studio, known: Known): Promise<void> {
  const bytes = await sharp(Buffer.from(ROOM)).jpeg({ quality: 88 }).toBuffer();
  const fileName = 'marta-over-the-sofa.jpg';
  const received = await studio.objects.receive(Readable.from([bytes]), fileName, { known: () => true });
  const { id } = await buyers.keepBuyerWall(studio, { name: 'Marta Ilves', fileName, received });
  const buyerWallId = id!;
  const x = DOOR.left + 40;
  await buyers.knowLength(studio, {
    ...{ buyerWallId, from: { x, y: DOOR.top }, to: { x, y: DOOR.foot }, length: '2000 mm' },
  });
  const large = await largestOf(studio, known, 'ferry');
  if (!large) return;
  const { id: pieceId } = await buyers.hangAtBuyers(studio, { buyerWallId, ...large, moulding: '25 mm' });
  await buyers.moveAtBuyers(studio, { buyerWallId, pieceId: pieceId!, middle: { x: 755, y: 560 } });
}

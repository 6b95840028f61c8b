import Papa from 'papaparse';
import sharp from 'sharp';
import { nameSpace } from '@/core/colour/space';
import { rowById } from '@/store/rows';
import {
  acceptedProof,
  furnished,
  order,
  refused,
  SERVICE,
  withPrints,
  type Furnished,
} from '../../../tests/unit/helpers/house';
import { readZip } from '../../../tests/unit/helpers/readZip';
import { placeCrop } from '../formats/formatActions';
import { setPostPolicy } from '../orders/postActions';
import { policyOf } from '../orders/carriage';
import { recordService } from '../orders/shelfActions';
import { discontinuePaper } from '../papers/paperActions';
import { setPrice } from '../prices/priceActions';
import { saveChannel } from '../sales/channelActions';
import { jobEnd } from '../jobs';
import { channelList, listingPicture, listingZip } from './bundle';
import * as acts from './listingActions';
import { checkedListing, checkedListings, untrueListings } from './listings';
import { picturesOf } from './pictures';

jest.setTimeout(60_000);

const QUESTION = { costs: [], fixedFees: [], shareFees: [], carriageCharged: 0, margin: 0.5, given: 0 };
const CHANNEL = {
  ...{ id: null, name: '=the market', kind: 'marketplace' as const, shareFees: [], fixedFees: [] },
  ...{ shareOfRetail: 0, taxOnFees: 0, monthly: '', perListing: '', listings: 0 },
  ...{ partner: null, stall: null, readOn: null, notes: '' },
};

async function listed() {
  const f = await furnished();
  const { editionId } = await withPrints(f, 5, 0);
  const { id } = await acts.writeListing(f.studio, { workId: f.workId });
  return { f, editionId, listingId: id! };
}
const untrue = async (f: Furnished) =>
  (await checkedListing(f.studio, f.workId))!.untrue.map(({ key, mark }) => [key.split(':')[0], mark]);

describe('what is no longer true', () => {
  test('a price, an edition and a policy changed: each found at once, at its own sentence', async () => {
    const { f, listingId } = await listed();
    const { studio, formatId, workId } = f;
    expect(await untrue(f)).toEqual([]);
    await setPrice(studio, { formatId, price: '58', question: QUESTION });
    expect(await untrue(f)).toEqual([['size', 'fails']]);
    const { untrue: lines } = (await checkedListing(studio, workId))!;
    expect(lines[0]!.said).toContain('53.10');
    expect(lines[0]!.now).toContain('58.00');
    // The bench says it the same moment.
    expect(await untrueListings(studio)).toEqual({
      untrue: [{ workId, title: 'Night Ferry', count: 1, first: lines[0] }],
      notLookedAt: 0,
    });
    await acts.settleListing(studio, { listingId, key: lines[0]!.key, how: 'facts' });
    expect(await untrue(f)).toEqual([]);
    expect(await untrueListings(studio)).toEqual({ untrue: [], notLookedAt: 0 });

    const policy = await policyOf(studio);
    await setPostPolicy(studio, {
      ...{ countries: ['Norrholm'], holidayPlace: '', trackedFrom: '', insuredFrom: '' },
      ...{ returnDays: 30, claimDays: policy.claimDays, minutesADay: policy.minutesADay },
    });
    expect(await untrue(f)).toEqual([
      ['returns', 'fails'],
      ['countries', 'care'],
    ]);
  });

  test('numbers left are those of the one function: an order changes the sentence, the last one sells it out', async () => {
    const f = await furnished();
    const { editionId } = await withPrints(f, 2, 0);
    await acts.writeListing(f.studio, { workId: f.workId });
    await order(f, editionId);
    expect(await untrue(f)).toEqual([['edition', 'fails']]);
    const [line] = (await checkedListing(f.studio, f.workId))!.untrue;
    expect([line!.said, line!.now]).toEqual([
      expect.stringContaining('2 are still to be had'),
      expect.stringContaining('1 are still to be had'),
    ]);
    await order(f, editionId);
    expect(await untrue(f)).toContainEqual(['sold out', 'fails']);
  });

  test('a proof that no longer speaks, a paper that is not made, rates read long ago', async () => {
    const f = await furnished();
    await acceptedProof(f);
    await withPrints(f, 5, 0);
    await acts.writeListing(f.studio, { workId: f.workId });
    expect(await untrue(f)).toEqual([]);
    await placeCrop(f.studio, {
      id: f.formatId,
      place: { x: 450_000, y: 500_000, fill: 900_000, turn: 0 },
    });
    await discontinuePaper(f.studio, { id: f.paperId, discontinued: true });
    await recordService(f.studio, { ...SERVICE, readOn: '2024-01-02' });
    const found = await untrue(f);
    expect(found).toEqual(
      expect.arrayContaining([
        ['proof', 'care'],
        ['paper', 'fails'],
        ['service', 'care'],
      ]),
    );
  });

  test('a listing of one’s own words keeps them; a work that is not ready has none', async () => {
    const { f, listingId } = await listed();
    const words = 'Painted on the mole, in one night.';
    await acts.editParagraph(f.studio, { listingId, key: 'original', says: words });
    await acts.addParagraph(f.studio, { listingId, says: 'Ask me.' });
    const { body } = await rowById(f.studio.db, 'listings', listingId);
    expect(body.paragraphs.find((p) => p.key === 'original')!.says).toBe(words);
    expect(await untrue(f)).toEqual([]);
    expect(
      await refused(acts.editParagraph(f.studio, { listingId, key: 'original', says: ' ' })),
    ).toMatchObject({
      field: 'says',
    });
    expect((await refused(acts.writeListing(f.studio, { workId: f.workId }))).message).toMatch(/already/);
    const bare = await furnished({ withMaster: false });
    expect((await refused(acts.writeListing(bare.studio, { workId: bare.workId }))).message).toMatch(
      /cannot be listed yet/,
    );
    await acts.removeParagraph(f.studio, { listingId, key: 'returns' });
    expect(await untrue(f)).toEqual([['returns', 'care']]);
    expect((await checkedListings(f.studio)).map(({ untrue: lines }) => lines.length)).toEqual([1]);
  });
});

describe('what goes to a channel', () => {
  test('the ZIP opened by another reader: text, lists, four pictures in sRGB, none above 2 000 px', async () => {
    const { f, listingId } = await listed();
    const { id } = await saveChannel(f.studio, CHANNEL);
    await acts.setListingRules(f.studio, {
      ...{
        channelId: id!,
        mostTags: 2,
        titleLength: 10,
        columns: 'Name = title\nPrice = price\nKeys = tags',
      },
    });
    const dress = {
      listingId,
      pictures: ['on a wall', 'whole', 'detail', 'in its frame'] as const,
      channelIds: [id!],
    };
    expect(
      await refused(
        acts.dressListing(f.studio, { ...dress, pictures: [...dress.pictures], tags: 'a,b,c' }),
      ),
    ).toMatchObject({ field: 'tags' });
    await acts.dressListing(f.studio, { ...dress, pictures: [...dress.pictures], tags: '=1+1, "sea"' });
    await acts.editParagraph(f.studio, {
      listingId,
      key: 'title',
      says: '=cmd; "quoted", a very long title',
    });
    const { bytes, type } = await listingZip(f.studio, f.workId);
    expect(type).toBe('application/zip');
    const files = readZip(bytes);
    const names = [...files.keys()];
    expect(
      names.filter((name) => name.endsWith('.jpg')).map((name) => name.replace(/^.*?_/, '')),
    ).toEqual(['1_on-a-wall.jpg', '2_whole.jpg', '3_detail.jpg', '4_in-its-frame.jpg']);
    for (const name of names.filter((each) => each.endsWith('.jpg'))) {
      const { width, height, icc, format } = await sharp(files.get(name)).metadata();
      expect(format).toBe('jpeg');
      expect(Math.max(width, height)).toBeLessThanOrEqual(2_000);
      expect(nameSpace(icc!).name).toBe('sRGB');
    }
    const whole = names.find((name) => name.includes('whole'))!;
    // 1 200 × 900 px is smaller than 2 000: never enlarged.
    expect(await sharp(files.get(whole)).metadata()).toMatchObject({ width: 1_200, height: 900 });
    const list = [...files]
      .find(([name]) => name.endsWith('.csv') && name !== 'listing.csv')![1]
      .toString();
    const [heads, row] = Papa.parse<string[]>(list.replace(/^\uFEFF/, '').trim()).data;
    expect(heads).toEqual(['Name', 'Price', 'Keys']);
    // What a spreadsheet would run has an apostrophe before it; the title is as long as the channel takes.
    expect(row).toEqual(['\'=cmd; "quo', '53.10', '\'=1+1, "sea"']);
    const text = [...files].find(([name]) => name.endsWith('.txt'))![1].toString();
    expect(text).toContain('=cmd; "quoted", a very long title');
    expect(text).toContain('5 are still to be had');
    const own = (await channelList(f.studio, id!)).bytes.toString();
    expect(own.split('\r\n')[0]).toContain('Name,Price,Keys');
  });

  test('pictures are made beside everything else, once, and are what the ZIP takes', async () => {
    const { f, listingId } = await listed();
    const { studio, workId } = f;
    const dress = { listingId, tags: '', channelIds: [] };
    await acts.dressListing(studio, { ...dress, pictures: ['whole', 'detail'] });
    const shown = async () => picturesOf(studio, (await checkedListing(studio, workId))!);
    expect((await shown()).map(({ isMade }) => isMade)).toEqual([false, false]);
    expect((await refused(listingPicture(studio, `${workId}.1`))).message).toContain('not made yet');
    const { job } = await acts.makeListingPictures(studio, { workId });
    expect(await jobEnd(studio, job)).toEqual({ ok: true, message: '2 pictures made.' });
    const made = await shown();
    expect(made.map(({ isMade }) => isMade)).toEqual([true, true]);
    const asks = jest.spyOn(studio.imaging, 'do');
    const files = readZip((await listingZip(studio, workId)).bytes);
    expect(asks).not.toHaveBeenCalled();
    const alone = await listingPicture(studio, `${workId}.2`);
    expect(alone.type).toBe('image/jpeg');
    expect(files.get(alone.name)!.equals(alone.bytes as Buffer)).toBe(true);
    // Another order names them anew and makes none again; another cut makes another.
    await acts.dressListing(studio, { ...dress, pictures: ['detail', 'whole'] });
    expect((await shown()).map(({ name, isMade }) => [name.slice(-11), isMade])).toEqual([
      ['_detail.jpg', true],
      ['2_whole.jpg', true],
    ]);
    expect((await shown())[0]!.path).toBe(made[1]!.path);
    await placeCrop(studio, {
      id: f.formatId,
      place: { x: 450_000, y: 500_000, fill: 900_000, turn: 0 },
    });
    expect((await shown()).map(({ isMade }) => isMade)).toEqual([false, false]);
    asks.mockRestore();
  });

  test('on the wall the picture is to scale with the door of 2 m', async () => {
    const { f, listingId } = await listed();
    await acts.dressListing(f.studio, { listingId, tags: '', pictures: ['on a wall'], channelIds: [] });
    const files = readZip((await listingZip(f.studio, f.workId)).bytes);
    const [, jpg] = [...files].find(([name]) => name.endsWith('.jpg'))!;
    const { data, info } = await sharp(jpg).raw().toBuffer({ resolveWithObject: true });
    const pixel = (x: number, y: number) => data[(y * info.width + x) * info.channels]!;
    // 2 000 px for 3 600 mm. The sheet of 150 mm in a frame of 20 is 190 mm: 105.6 px. Its middle hangs at 1 500 mm.
    const scale = 2_000 / 3_600;
    const eye = Math.round(info.height - (220 + 1_500) * scale);
    const top = eye - Math.round((165 / 2) * scale) + 4;
    const frame = Array.from({ length: 600 }, (_, x) => 700 + x).filter((x) => pixel(x, top) < 60);
    expect(Math.abs(frame.length - 190 * scale)).toBeLessThanOrEqual(3);
    const doorX = Math.round(3_300 * scale);
    const door = Array.from({ length: info.height }, (_, y) => y).filter((y) => pixel(doorX, y) > 235);
    expect(Math.abs(door.length / scale - 2_000)).toBeLessThanOrEqual(20);
  });
});

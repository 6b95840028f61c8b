import { recordService, recordSupply } from '@/studio/orders/shelfActions';
import {
  BUYER,
  furnished,
  numbersOf,
  order,
  refused,
  SERVICE,
  SHELF,
  withPrints,
} from '../../../tests/unit/helpers/house';
import { certificate } from './editionDocuments';
import { ordersCsv, registerCsv } from './exports';
import * as orderActs from '../orders/orderActions';

describe('papers and tables that leave the studio', () => {
  async function ready(prints = 3) {
    const f = await furnished();
    for (const s of SHELF) await recordSupply(f.studio, s);
    const serviceId = (await recordService(f.studio, SERVICE)).id!;
    const { editionId, ids } = await withPrints(f, 10, prints);
    return { ...f, editionId, ids, serviceId };
  }

  test('documents are refused while there is nothing to write on them', async () => {
    const f = await ready(0);
    expect(
      (await refused(certificate(f.studio, (await numbersOf(f.studio, f.editionId))[0]!.id))).message,
    ).toMatch(/^1\/10 has no certificate: it is not printed and passed, or none was written yet/);
  });

  test('tables go out as CSV with formulas made harmless', async () => {
    const f = await ready();
    const buyerId = (await orderActs.recordBuyer(f.studio, { ...BUYER, name: '=HYPERLINK("x")' })).id!;
    await order({ ...f, buyerId }, f.editionId);
    expect(await ordersCsv(f.studio)).toMatch(/,"'=HYPERLINK\(""x""\)",/);
    const pieces: string[] = [];
    for await (const piece of registerCsv(f.studio)) pieces.push(piece);
    expect(pieces.join('').split('\r\n')[2]).toMatch(/^2,.*,printed,Night Ferry,1\/10,/);
  });
});

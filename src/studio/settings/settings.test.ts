import { emptyStudio, refused } from '../../../tests/unit/helpers/house';
import { changeSettings } from './settingActions';
describe('the studio’s settings', () => {
  test('settings are read as typed and refused by field', async () => {
    const studio = await emptyStudio();
    const good = {
      name: 'Skerry Lane',
      artist: 'Maren Tolvik',
      address: 'A\n\n B ',
      unit: 'in' as const,
      currency: 'EUR',
      timeZone: 'UTC',
      school: { kind: 'flat' as const, ppi: 240 },
      families: ['squares' as const],
      handlingDays: 2,
      workdays: [1, 2],
      holidays: '2026-12-24, 2026-12-25',
      remake: 'retire' as const,
      border: '1 1/2',
    };
    await changeSettings(studio, good);
    expect(await studio.settings()).toMatchObject({
      borderUm: 38_100,
      holidays: ['2026-12-24', '2026-12-25'],
      address: ['A', 'B'],
      school: { ppi: 240 },
    });
    expect((await refused(changeSettings(studio, { ...good, timeZone: 'Mole/Head' }))).field).toBe(
      'timeZone',
    );
    expect((await refused(changeSettings(studio, { ...good, holidays: '2026-02-30' }))).field).toBe(
      'holidays',
    );
    expect((await refused(changeSettings(studio, { ...good, currency: 'euro' }))).field).toBe('currency');
  });
});

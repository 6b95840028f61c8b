/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { answering, renderModel } from '../../../tests/unit/helpers/hooks';
import type { SettingsModel } from '../models';
import { chosenSchool, useSettingsForm } from './useSettingsForm';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});

const kept = {
  name: 'Skerry Lane',
  artist: 'Maren Tolvik',
  address: ['Lower Mole 12', 'Haldenness'],
  unit: 'in',
  currency: 'EUR',
  timeZone: 'UTC',
  families: ['squares'],
  handlingDays: 3,
  workdays: [1, 2, 3, 4, 5],
  ownSizes: [{ width: 350_001, height: 262_503 }],
  holidays: ['2026-12-24'],
  remake: 'retire',
  borderUm: 20_003,
  school: { kind: 'stepped', steps: [{ upTo: 400_000, ppi: 360 }, { ppi: 240 }] },
} as unknown as SettingsModel;
const formOf = (settings = kept) =>
  renderModel(() => useSettingsForm(settings), { unit: settings.unit }).result;
const keptBy = async (form: ReturnType<typeof formOf>) => {
  const sent = answering();
  await act(() => form.current.keep().then(() => {}));
  return sent[0]!.input as Record<string, unknown>;
};

test('kept untouched, every figure is the one it was, whatever its text rounds to', async () => {
  const form = formOf();
  // 20.003 mm reads as 13/16 in, which would come back as 20.638 mm.
  expect(form.current.values.border).toBe('13/16 in');
  expect(await keptBy(form)).toEqual({
    name: 'Skerry Lane',
    artist: 'Maren Tolvik',
    address: 'Lower Mole 12\nHaldenness',
    unit: 'in',
    currency: 'EUR',
    timeZone: 'UTC',
    families: ['squares'],
    handlingDays: 3,
    workdays: [1, 2, 3, 4, 5],
    holidays: '2026-12-24',
    remake: 'retire',
    runSchool: { numbers: 'next free', signing: 'front' },
    border: 20_003,
    school: kept.school,
    // Sizes that nobody touched are not sent at all, and so stay.
  });
});

test('a bare number is of the unit it was typed in, even when the studio changes its unit with it', async () => {
  const form = formOf();
  act(() => form.current.set('border')('1 1/2'));
  act(() => form.current.set('ownSizes')('8 x 10\n12 x 16'));
  act(() => form.current.set('unit')('mm'));
  expect(await keptBy(form)).toMatchObject({
    unit: 'mm',
    border: '1 1/2 in',
    ownSizes: '8 x 10 in\n12 x 16 in',
  });
});

test('families and working days go in and out, days in the order of the week', () => {
  const form = formOf();
  act(() => form.current.setFamily('squares')(false));
  expect(form.current.missing).toMatch(/family/);
  act(() => form.current.setFamily('the studio’s own')(true));
  expect([form.current.missing, form.current.hasFamily('the studio’s own')]).toEqual([null, true]);
  act(() => form.current.setWorkday(0)(true));
  act(() => form.current.setWorkday(3)(false));
  expect(form.current.values.workdays).toEqual([0, 1, 2, 4, 5]);
  for (const day of [0, 1, 2, 4, 5]) act(() => form.current.setWorkday(day)(false));
  expect(form.current.missing).toMatch(/working day/);
});

test('steps that were agreed with a printer outlast a look at another school', () => {
  expect(chosenSchool('stepped', '300', kept.school)).toEqual(kept.school);
  expect(chosenSchool('stepped', '300', { kind: 'distance' })).toEqual({
    kind: 'stepped',
    steps: [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }],
  });
  expect(chosenSchool('flat', '240,5', kept.school)).toEqual({ kind: 'flat', ppi: 240.5 });
  // What is no number goes as it was typed, so that the answer can name it.
  expect(chosenSchool('flat', 'many', kept.school)).toEqual({ kind: 'flat', ppi: 'many' });
});

test('what is refused stays typed, and is said at its field', async () => {
  answering({
    changeSettings: { error: { message: 'Not a zone.', field: 'timeZone', expected: 'a time zone' } },
  });
  const form = formOf();
  act(() => form.current.set('timeZone')('Mole/Head'));
  await act(() => form.current.keep().then(() => {}));
  expect(form.current.values.timeZone).toBe('Mole/Head');
  expect(form.current.action.fieldError('timeZone')).toContain('a time zone');
});

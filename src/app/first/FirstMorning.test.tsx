/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { answering, renderPart } from '../../../tests/unit/helpers/hooks';
import { FirstMorning } from './FirstMorning';

jest.mock('next/navigation', () => {
  const router = { refresh: () => {}, push: () => {} };
  return { useRouter: () => router };
});
beforeEach(() => window.localStorage.clear());
afterEach(cleanup);

const NEW = { name: 'My studio', artist: '', unit: 'mm', currency: 'EUR', timeZone: 'UTC' } as const;
const NOWHERE = { workId: null, hasPicture: false, hasSize: false, hasPrice: false };
const show = (steps: typeof NOWHERE | object = {}) =>
  renderPart(<FirstMorning kept={NEW} hasBegun={false} steps={{ ...NOWHERE, ...steps }} />);
const write = (label: string, text: string) =>
  act(async () => void fireEvent.change(screen.getByLabelText(label), { target: { value: text } }));

test('who it is and what is ticked go in one act; nothing is filled in that was not said', async () => {
  const sent = answering();
  show();
  expect((screen.getByLabelText('Name of the studio') as HTMLInputElement).value).toBe('');
  await write('Name of the studio', 'Skerry Lane');
  await write('Who signs', 'Maren Tolvik');
  await act(async () => screen.getByLabelText(/Cotton, matte/).click());
  await act(async () => screen.getByText('Begin the studio').click());
  expect(sent[0]).toMatchObject({
    url: '/api/act/beginStudio',
    input: { name: 'Skerry Lane', artist: 'Maren Tolvik', sets: ['cotton'] },
  });
});

test('what was begun and not recorded is offered when the page comes up again', async () => {
  show();
  await write('Who signs', 'Maren Tolvik');
  cleanup();
  show();
  await act(async () => screen.getByText('Go on with it').click());
  expect((screen.getByLabelText('Who signs') as HTMLInputElement).value).toBe('Maren Tolvik');
});

test('the next step is the one that leads on; those after it wait', () => {
  show({ workId: 'w', hasPicture: true });
  expect(screen.getByText('Its sizes').closest('a')!.getAttribute('href')).toBe('/works/w/sizes');
  expect(screen.getByText('after the step before')).toBeTruthy();
});

import { EventEmitter } from 'node:events';
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { folder } from '../../tests/unit/helpers/files';
import { makePractice, makePracticeAnew, practiceState } from './practiceStudio';
import { practiceDir, whoseIsAsked } from './server';

const asked: { headers: Record<string, string>; cookies: Record<string, string> } | { outside: true } = {
  headers: {},
  cookies: {},
};
jest.mock('server-only', () => ({}), { virtual: true });
jest.mock('node:child_process', () => ({
  ...jest.requireActual('node:child_process'),
  spawn: jest.fn(),
}));
jest.mock('next/headers', () => ({
  headers: () => {
    if ('outside' in asked) throw new Error('outside a request');
    return Promise.resolve({ get: (name: string) => asked.headers[name] ?? null });
  },
  cookies: async () => ({
    get: (name: string) => {
      const value = 'outside' in asked ? undefined : asked.cookies[name];
      return value === undefined ? undefined : { value };
    },
  }),
}));

/** A process that makes a studio, told by the test what it says and how it ends. */
function maker() {
  const child = Object.assign(new EventEmitter(), {
    stdout: new EventEmitter(),
    stderr: new EventEmitter(),
  });
  (spawn as unknown as jest.Mock).mockReturnValueOnce(child);
  return child;
}
const isMade = () => {
  mkdirSync(practiceDir(), { recursive: true });
  writeFileSync(join(practiceDir(), 'glassine.db'), '');
};

beforeEach(async () => {
  process.env.GLASSINE_DATA = join(await folder(), 'own');
  delete (globalThis as { glassinePractice?: unknown }).glassinePractice;
  Object.assign(asked, { headers: {}, cookies: {} });
  jest.mocked(spawn).mockClear();
  jest.spyOn(console, 'error').mockImplementation(() => {});
});

test('it is made beside the true one, once however often it is asked for, and says how far it is', () => {
  const child = maker();
  expect(practiceState()).toEqual({ is: 'none', trouble: null });
  makePractice();
  makePractice();
  expect(spawn).toHaveBeenCalledTimes(1);
  const [, , options] = jest.mocked(spawn).mock.calls[0]!;
  expect(options).toMatchObject({ env: { GLASSINE_DATA: `${process.env.GLASSINE_DATA}-practice` } });
  child.stdout.emit('data', Buffer.from('  10 %  one.tif\n  48 %  two.tif, about 30 s left\n'));
  expect(practiceState()).toEqual({ is: 'making', says: '48 %  two.tif, about 30 s left' });
  isMade();
  child.emit('exit', 0);
  expect(practiceState()).toEqual({ is: 'ready' });
});

test('one that could not be made says so, and can be asked for again', () => {
  const child = maker();
  makePractice();
  child.stderr.emit('data', Buffer.from('no room left'));
  child.emit('exit', 1);
  expect(practiceState()).toMatchObject({ is: 'none', trouble: expect.stringContaining('to its end') });
  const again = maker();
  makePractice();
  expect(practiceState()).toMatchObject({ is: 'making' });
  again.emit('error', new Error('no such program'));
  expect(practiceState()).toMatchObject({ trouble: expect.stringContaining('could not be begun') });
});

test('made anew, what was done in it is gone; not while it is being made', async () => {
  isMade();
  writeFileSync(join(practiceDir(), 'spoiled.txt'), '');
  maker();
  await makePracticeAnew();
  expect(existsSync(practiceDir())).toBe(false);
  expect(practiceState().is).toBe('making');
  await expect(makePracticeAnew()).rejects.toThrow('being made already');
});

describe('which studio is asked', () => {
  test.each([
    ['nothing said', {}, {}, 'own'],
    ['where the person is', {}, { glassine_studio: 'practice' }, 'practice'],
    [
      'an act of a page of one’s own, while another window practises',
      { 'x-glassine-studio': 'own' },
      { glassine_studio: 'practice' },
      'own',
    ],
    [
      'an act of a page of the practice studio, after another window left it',
      { 'x-glassine-studio': 'practice' },
      {},
      'practice',
    ],
  ])('%s', async (_, headers, cookies, whose) => {
    isMade();
    Object.assign(asked, { headers, cookies });
    expect(await whoseIsAsked()).toBe(whose);
  });

  test('an act of a practice studio that is gone is refused: it never reaches one’s own', async () => {
    Object.assign(asked, { headers: { 'x-glassine-studio': 'practice' } });
    await expect(whoseIsAsked()).rejects.toThrow(/made anew\. Nothing was changed/);
  });

  test('never one that is not made; and outside a request, as at the start, one’s own', async () => {
    Object.assign(asked, { cookies: { glassine_studio: 'practice' } });
    expect(await whoseIsAsked()).toBe('own');
    isMade();
    expect(await whoseIsAsked()).toBe('practice');
    Object.assign(asked, { outside: true });
    expect(await whoseIsAsked()).toBe('own');
    delete (asked as { outside?: true }).outside;
  });
});

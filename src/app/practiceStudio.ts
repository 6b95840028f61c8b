import 'server-only';
import { spawn } from 'node:child_process';
import { rm } from 'node:fs/promises';
import { RefusedError } from '@/core/errors';
import { closeStudio, isPracticeMade, practiceDir } from './server';

/** How the practice studio stands: not made, being made with the last thing said of it, or ready. */
export type PracticeState =
  { is: 'none'; trouble: string | null } | { is: 'making'; says: string } | { is: 'ready' };

type Making = { says: string; trouble: string | null; isRunning: boolean };
const shared = globalThis as typeof globalThis & { glassinePractice?: Making };

export function practiceState(): PracticeState {
  const making = shared.glassinePractice;
  if (making?.isRunning) return { is: 'making', says: making.says };
  if (isPracticeMade()) return { is: 'ready' };
  return { is: 'none', trouble: making?.trouble ?? null };
}

/**
 * Begins to make the practice studio in a process of its own, as `npm run demo` makes it; asked for twice, it is made once. It
 * appears whole or not at all.
 */
export function makePractice(): void {
  if (practiceState().is !== 'none') return;
  const making: Making = { says: 'beginning', trouble: null, isRunning: true };
  shared.glassinePractice = making;
  const child = spawn(process.execPath, ['--import', 'tsx', 'demo/main.ts'], {
    env: { ...process.env, GLASSINE_DATA: practiceDir(), NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let errors = '';
  child.stdout.on('data', (text: Buffer) => {
    making.says = text.toString().trim().split('\n').at(-1)!.trim() || making.says;
  });
  child.stderr.on('data', (text: Buffer) => (errors = `${errors}${text.toString()}`.slice(-2_000)));
  const over = (trouble: string | null) => {
    making.isRunning = false;
    making.trouble = trouble;
    if (trouble) console.error(errors);
  };
  child.once('error', () => over('It could not be begun. The server’s own log has the details.'));
  child.once('exit', (code) =>
    over(code === 0 ? null : 'It could not be made to its end. The server’s own log has the details.'),
  );
}

/** Makes the practice studio as it was at first: what was done in it is gone. */
export async function makePracticeAnew(): Promise<void> {
  if (practiceState().is === 'making') throw new RefusedError('It is being made already.');
  await closeStudio('practice');
  await rm(/* turbopackIgnore: true */ practiceDir(), { recursive: true, force: true });
  makePractice();
}

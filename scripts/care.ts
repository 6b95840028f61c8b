// npm run backup | verify | restore | check: looks after a studio's folder from the command line.
import { resolve } from 'node:path';
import { RefusedError } from '@/core/errors';
import { backUp, restoreBackup, verifyBackup } from '@/studio/care/backup';
import { checkStudio } from '@/studio/care/studioCheck';
import { Studio } from '@/studio/studio';

const USAGE: Record<string, string> = {
  backup: 'npm run backup -- <folder for the backup>',
  verify: 'npm run verify -- <folder of the backup>',
  restore: 'npm run restore -- <folder of the backup> <an empty folder>',
  check: 'npm run check [-- <entries>:<hash of the register noted elsewhere>]',
};

const [command = '', first, second] = process.argv.slice(2);
const dataDir = resolve(process.env.GLASSINE_DATA || './data');
const step = (says: string) => {
  if (process.stderr.isTTY) process.stderr.write(`\r${says.padEnd(60)}`);
};
const say = (says: string) => {
  if (process.stderr.isTTY) process.stderr.write(`\r${' '.repeat(60)}\r`);
  console.log(says);
};

async function run(): Promise<number> {
  switch (command) {
    case 'backup': {
      if (!first) return usage();
      say((await backUp(dataDir, resolve(first), step)).message);
      return 0;
    }
    case 'verify': {
      if (!first) return usage();
      const wrong = await verifyBackup(resolve(first));
      say(wrong.length ? wrong.join('\n') : 'The backup is whole.');
      return wrong.length ? 1 : 0;
    }
    case 'restore': {
      if (!first || !second) return usage();
      say((await restoreBackup(resolve(first), resolve(second), step)).says);
      return 0;
    }
    case 'check':
      return check();
    default:
      return usage();
  }
}

async function check(): Promise<number> {
  const noted = /^(\d+):([0-9a-f]{64})$/.exec(first ?? '');
  if (first && !noted) return usage();
  const known = noted ? { entries: Number(noted[1]), hash: noted[2]! } : undefined;
  const studio = await Studio.open({ dataDir });
  try {
    const found = await checkStudio(studio, known, step);
    for (const f of found.faults) say(`${f.about}: ${f.says}`);
    for (const remark of found.remarks) say(`note: ${remark}`);
    const { files, head } = found;
    say(
      `${found.faults.length ? `${found.faults.length} things are wrong.` : 'The studio is whole.'} ${files.sound} files sound, ${files.damaged} damaged, ${files.missing} missing.`,
    );
    say(`Note elsewhere, to know the register by: ${head.entries}:${head.hash}`);
    return found.faults.length ? 1 : 0;
  } finally {
    await studio.close();
  }
}

function usage(): number {
  console.error(USAGE[command] ?? Object.values(USAGE).join('\n'));
  return 2;
}

run().then(
  (code) => process.exit(code),
  (error: unknown) => {
    console.error(error instanceof RefusedError ? error.message : error);
    process.exit(1);
  },
);

// Every page of a studio of many years, served as it is to a person, beside the same page of a studio of a tenth of it.
import type { ChildProcess } from 'node:child_process';
import { createClient } from '@libsql/client';
import { join } from 'node:path';
import { freePort, isOpen, start } from './served';

export const ROUNDS = Number(process.env.ROUNDS ?? 7);

export type PageTime = { page: string; median: number; slowest: number; bytes: number; says: string };

/** The pages that have to do with many records, as addresses; those of one record are the last of its kind. */
async function pagesOf(dataDir: string): Promise<[string, string][]> {
  const client = createClient({ url: `file:${join(dataDir, 'glassine.db')}` });
  const one = async (query: string) => String((await client.execute(query)).rows[0]?.id ?? '');
  const work = await one(`SELECT work_id AS id FROM editions WHERE kind = 'limited' ORDER BY id DESC`);
  const edition = await one(`SELECT id FROM editions WHERE kind = 'limited' ORDER BY id DESC`);
  const paper = await one(`SELECT paper_id AS id FROM lots ORDER BY id DESC`);
  const route = await one('SELECT id FROM routes ORDER BY id DESC');
  const order = await one(`SELECT id FROM orders WHERE state = 'packed' ORDER BY id DESC`);
  const print = await one(`SELECT id FROM impressions WHERE state = 'signed' ORDER BY id DESC`);
  const buyer = await one('SELECT id FROM buyers ORDER BY id DESC');
  const layout = await one('SELECT id FROM layouts ORDER BY id DESC');
  const account = await one('SELECT id FROM job_accounts ORDER BY id DESC');
  const wall = await one('SELECT id FROM walls ORDER BY id DESC');
  client.close();
  return [
    ['bench', '/'],
    ['week', '/week'],
    ['works', '/works'],
    ['works, a search', '/works?q=ferry'],
    ['works by what comes next', '/works?by=next'],
    ['works at true size', '/works?as=size'],
    ['next captures', '/works/plan'],
    ['a work', `/works/${work}`],
    ['its original', `/works/${work}/original`],
    ['its capture', `/works/${work}/capture`],
    ['its files', `/works/${work}/capture/files`],
    ['its sizes', `/works/${work}/sizes`],
    ['its proofs', `/works/${work}/proofs`],
    ['its formulas', `/works/${work}/proofs/formulas`],
    ['its edition', `/works/${work}/edition`],
    ['its price', `/works/${work}/price`],
    ['its listing', `/works/${work}/listing`],
    ['papers', '/papers'],
    ['a paper', `/papers/paper/${paper}`],
    ['papers compared', '/papers/compare'],
    ['papers to order', '/papers/order'],
    ['print queue', '/papers/queue'],
    ['layouts', '/papers/layouts'],
    ['a layout', `/papers/layouts/${layout}`],
    ['profiles', '/papers/profiles'],
    ['machines', '/papers/machines'],
    ['quotes', '/papers/quotes'],
    ['a route', `/papers/route/${route}`],
    ['register', '/register'],
    ['an edition’s sheets', `/register/${edition}`],
    ['its notebook', `/register/${edition}/notebook`],
    ['signing table', `/register/${edition}/sign`],
    ['a print', `/register/impressions/${print}`],
    ['the chain', '/register/check'],
    ['keeping', '/register/keeping'],
    ['consignments', '/register/consignments'],
    ['orders', '/orders'],
    ['orders that left', '/orders?show=gone'],
    ['an order', `/orders/${order}`],
    ['orders, new', '/orders/new'],
    ['orders, bring in', '/orders/bring-in'],
    ['several at once', '/orders/batch'],
    ['packing run', '/orders/run'],
    ['outgoing', '/orders/outgoing'],
    ['sending', '/orders/sending'],
    ['income', '/orders/income'],
    ['prices', '/orders/prices'],
    ['goods', '/orders/goods'],
    ['channels', '/orders/channels'],
    ['listings', '/orders/listings'],
    ['people', '/orders/people'],
    ['a person', `/orders/people/${buyer}`],
    ['a letter', '/orders/people/letter'],
    ['accounts', '/orders/accounts'],
    ['an account', `/orders/accounts/${account}`],
    ['journal', '/journal'],
    ['prints made', '/journal/prints'],
    ['the year', '/journal/year'],
    ['walls', '/wall'],
    ['a wall', `/wall/${wall}`],
    ['quiet screens', '/quiet'],
    ['a quiet screen', '/quiet/trim'],
    ['find', '/find?q=ferry'],
    ['studio', '/studio'],
  ];
}

/** Serves a studio, asks for each of its pages several times in turn, and ends the server. */
export async function timePages(dataDir: string, only: string[] = []): Promise<PageTime[]> {
  const pages = (await pagesOf(dataDir)).filter(([name]) => !only.length || only.includes(name));
  const { child, base } = await serve(dataDir);
  const out: PageTime[] = [];
  try {
    for (const [page, address] of pages) {
      const times: number[] = [];
      let bytes = 0;
      let says = '';
      for (let round = 0; round <= ROUNDS; round++) {
        const began = performance.now();
        const answer = await fetch(base + address);
        const body = await answer.text();
        if (round > 0) times.push(performance.now() - began);
        bytes = Buffer.byteLength(body);
        says = answer.status === 200 ? '' : String(answer.status);
      }
      times.sort((a, b) => a - b);
      if (process.stderr.isTTY || process.env.VERBOSE)
        console.error(page, [...times, bytes / 1e3].map((ms) => ms.toFixed(0)).join(' '));
      out.push({ page, median: times[times.length >> 1]!, slowest: times.at(-1)!, bytes, says });
    }
  } finally {
    child.kill();
  }
  return out;
}

/** Readers who each ask for one page again as soon as they have it, for ten seconds. */
export async function timeReaders(
  dataDir: string,
  address: string,
  readers: number,
): Promise<{ perSecond: number; p99: number }> {
  const { child, base } = await serve(dataDir);
  const times: number[] = [];
  const began = performance.now();
  const read = async () => {
    while (performance.now() - began < 10_000) {
      const asked = performance.now();
      await (await fetch(base + address)).text();
      times.push(performance.now() - asked);
    }
  };
  try {
    await Promise.all(Array.from({ length: readers }, read));
  } finally {
    child.kill();
  }
  const seconds = (performance.now() - began) / 1_000;
  times.sort((a, b) => a - b);
  return { perSecond: times.length / seconds, p99: times[Math.floor(times.length * 0.99)]! };
}

async function serve(dataDir: string): Promise<{ child: ChildProcess; base: string }> {
  const server = start(dataDir, await freePort());
  if (await isOpen(server)) return { child: server.child, base: server.url };
  server.child.kill();
  throw new Error(`The studio in ${dataDir} did not open within a minute.`);
}

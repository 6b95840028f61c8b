import { AsyncLocalStorage } from 'node:async_hooks';
import { mkdir } from 'node:fs/promises';
import { join } from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { sql } from 'drizzle-orm';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { RefusedError } from '@/core/errors';
import { putAside, pruneAside } from './aside';
import { holdFolder } from './lock';
import { MIGRATIONS, migrationState, refuseNewer } from './migrationState';
import * as schema from './schema';
import { rowsBreaking } from './columnFaults';
import { keepStatements } from './statements';
import { dropFollowingTriggers, ensureTriggers } from './triggers';

export type Schema = typeof schema;
export type Reader = LibSQLDatabase<Schema>;
/** Inside a transaction. */
export type Tx = Parameters<Parameters<Reader['transaction']>[0]>[0];
/** Either: for queries that serve both. */
export type Db = Reader | Tx;

/** How long a write waits for another process's write before it gives up. */
const BUSY_MS = 20_000;
/** How long the database itself waits before it says it is busy; the thread stands still meanwhile, so it is short. */
const STATEMENT_WAIT_MS = 25;

/** What goes on around a piece of code: the act it belongs to, and the open transaction that it joins. */
type Surroundings = {
  actId: string | null;
  tx: Tx | null;
  afterCommit: (() => void)[];
  /** Done last in each transaction that the act opens itself. */
  lastly?: (tx: Tx) => Promise<void>;
};

keepStatements();
/** Of a store, and what goes on around that: an act may look into another studio's folder. */
type Around = { store: Store; surroundings: Surroundings; outer: Around | undefined };
/** One for all stores: every promise that is made pays for each there is. */
const around = new AsyncLocalStorage<Around>();

/**
 * One connection: the driver answers on this thread anyhow, each further one would read the whole schema again before its first
 * answer (17 ms), and what tells that somebody has written is counted by each connection for itself.
 */
const readerOf = (file: string): Client =>
  createClient({ url: `file:${file}`, timeout: STATEMENT_WAIT_MS, concurrency: 1 });
const writerOf = (file: string): Client =>
  createClient({ url: `file:${file}`, timeout: STATEMENT_WAIT_MS });

/** The studio's database: many readers, one writer at a time, each side with connections of its own. */
export class Store {
  private tail: Promise<unknown> = Promise.resolve();
  private readonly reading: Reader;
  private readonly writing: Reader;

  private constructor(
    readonly client: Client,
    private readonly writer: Client,
    readonly file: string | null,
  ) {
    this.reading = drizzle(client, { schema });
    this.writing = drizzle(writer, { schema });
  }

  /**
   * Opens the database, local or remote, and brings it up to date. Before a local one is changed, a checked copy is put aside.
   *
   * @throws RefusedError when a newer Glassine wrote it, or no copy could be put aside
   */
  static async open(dataDir: string, remote?: { url: string; token?: string }): Promise<Store> {
    if (remote) {
      const client = createClient({ url: remote.url, authToken: remote.token });
      const store = new Store(client, client, null);
      await migrate(store.writing, { migrationsFolder: MIGRATIONS });
      await ensureTriggers(store.writing);
      return store;
    }
    await mkdir(dataDir, { recursive: true });
    const file = join(dataDir, 'glassine.db');
    const store = new Store(readerOf(file), writerOf(file), file);
    try {
      await store.retrying(() => store.writer.execute('PRAGMA journal_mode = WAL'));
      // Two processes that start at once bring the database up to date one after the other.
      const lock = await holdFolder(dataDir, 'migrating', { waitMs: BUSY_MS });
      try {
        await store.bringUpToDate(dataDir);
      } finally {
        await lock.release();
      }
    } catch (error) {
      store.client.close();
      store.writer.close();
      throw error;
    }
    return store;
  }

  /** For reading. Inside a transaction it is that transaction, so that an act sees what it has written itself. */
  get db(): Reader {
    return (this.openTx as Reader | null) ?? this.reading;
  }

  private get surroundings(): Surroundings | undefined {
    let at = around.getStore();
    while (at && at.store !== this) at = at.outer;
    return at?.surroundings;
  }

  private within<T>(surroundings: Surroundings, work: () => T): T {
    return around.run({ store: this, surroundings, outer: around.getStore() }, work);
  }

  /** The transaction that the code that asks runs in, or null. */
  get openTx(): Tx | null {
    return this.surroundings?.tx ?? null;
  }

  /**
   * One transaction, which takes the write lock when it begins: what it reads stays true until it ends. Called inside a
   * transaction it joins that one. Writers of this process queue; writers of other processes are waited for.
   */
  write<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
    const joined = this.openTx;
    if (joined) return work(joined);
    const own = this.surroundings;
    const turn = this.tail.then(() =>
      this.retrying(() => this.oneTransaction(own?.actId ?? null, work, own?.lastly)),
    );
    this.tail = turn.catch(() => {});
    return turn;
  }

  /** A part of the open transaction that is taken back alone when it throws. */
  async part<T>(work: () => Promise<T>): Promise<T> {
    const tx = this.openTx!;
    await tx.run(sql`SAVEPOINT part`);
    try {
      const result = await work();
      await tx.run(sql`RELEASE part`);
      return result;
    } catch (error) {
      await tx.run(sql`ROLLBACK TO part`);
      await tx.run(sql`RELEASE part`);
      throw error;
    }
  }

  /** Runs a piece of code whose transactions belong to an act. */
  asAct<T>(actId: string, work: () => Promise<T>, lastly?: (tx: Tx) => Promise<void>): Promise<T> {
    return this.within({ actId, tx: null, afterCommit: [], lastly }, work);
  }

  get actId(): string | null {
    return this.surroundings?.actId ?? null;
  }

  /** Does something once the open transaction is kept, outside of it; at once where none is open. */
  afterCommit(work: () => void): void {
    const own = this.surroundings;
    const outside = () => this.within({ actId: own?.actId ?? null, tx: null, afterCommit: [] }, work);
    if (own?.tx) own.afterCommit.push(outside);
    else outside();
  }

  /**
   * A number that is another one as soon as anybody has written; null inside a transaction, and where the database is elsewhere.
   * What was read at one number need not be read again.
   */
  async version(): Promise<number | null> {
    if (!this.file || this.openTx) return null;
    const [row] = await this.reading.all<{ data_version: number }>(sql`PRAGMA data_version`);
    return row?.data_version ?? null;
  }

  /**
   * Whether the file is whole, as the engine itself checks it. It looks through a connection of its own: one that has asked
   * the index of words before holds on to where its parts lay then, and SQLite 3.45 would call a sound file damaged.
   */
  async integrity(): Promise<string> {
    const client = this.file ? readerOf(this.file) : this.client;
    try {
      const { rows } = await client.execute('PRAGMA integrity_check');
      return rows.map((row) => String(row.integrity_check)).join('; ');
    } finally {
      if (client !== this.client) client.close();
    }
  }

  /** Writes what stands in the side file back into the database, so that the file alone is the whole. */
  async checkpoint(): Promise<void> {
    await this.tail;
    if (this.file) await this.writer.execute('PRAGMA wal_checkpoint(TRUNCATE)').catch(() => {});
  }

  async close(): Promise<void> {
    await this.checkpoint();
    this.client.close();
    if (this.writer !== this.client) this.writer.close();
  }

  private async bringUpToDate(dataDir: string): Promise<void> {
    const state = await migrationState(this.reading);
    refuseNewer(state);
    const isBehind = state.last < state.latest;
    if (isBehind && state.last > 0) await putAside(this.writer, dataDir);
    if (isBehind) {
      // Triggers name every column of their table: they would hold on to what a migration changes.
      await this.retrying(() => dropFollowingTriggers(this.writing));
      await this.retrying(() => migrate(this.writing, { migrationsFolder: MIGRATIONS })).catch((error) =>
        this.refuseToMigrate(error),
      );
      await pruneAside(dataDir);
    }
    await this.retrying(() => ensureTriggers(this.writing));
  }

  /** A value that no column may hold stands in the way: it is named, so that it can be mended; nothing was changed. */
  private async refuseToMigrate(error: unknown): Promise<never> {
    const constraint = brokenRule(error);
    if (!constraint) throw error;
    const faults = await rowsBreaking(this.reading, constraint);
    const rows = faults.map((f) => `${f.rowId}: ${f.fault}`).join('; ');
    throw new RefusedError(
      `The studio cannot be brought up to date: ${constraint} holds what it must not (${rows || 'the row was not found'}). Nothing was changed, and the Glassine that wrote it still opens it: mend the row there, or restore a backup.`,
    );
  }

  private oneTransaction<T>(
    actId: string | null,
    work: (tx: Tx) => Promise<T>,
    lastly?: (tx: Tx) => Promise<void>,
  ): Promise<T> {
    const own: Surroundings = { actId, tx: null, afterCommit: [] };
    return this.within(own, () =>
      this.writing.transaction(
        async (tx) => {
          await tx.run(sql`UPDATE current_act SET act_id = ${actId}`);
          own.tx = tx;
          try {
            const result = await work(tx);
            await lastly?.(tx);
            return result;
          } finally {
            own.tx = null;
          }
        },
        { behavior: 'immediate' },
      ),
    ).then((result) => {
      for (const next of own.afterCommit) next();
      return result;
    });
  }

  private async retrying<T>(work: () => Promise<T>): Promise<T> {
    const until = Date.now() + BUSY_MS;
    for (let wait = 4; ; wait = Math.min(wait * 2, 120)) {
      try {
        return await work();
      } catch (error) {
        if (!isBusy(error) || Date.now() > until) throw error;
        // A statement that was turned away keeps the connection at what it saw then, and every later try is turned away
        // too. Only this process's writes use these connections, one at a time, so they can be opened afresh.
        if (this.writer !== this.client) await this.writer.reconnect();
        await new Promise((r) => setTimeout(r, wait * (0.5 + Math.random())));
      }
    }
  }
}

/** Whether the database was turned away because somebody else writes. */
export function isBusy(error: unknown): boolean {
  return sqliteCode(error)?.startsWith('SQLITE_BUSY') ?? false;
}

/** The column whose rule a value broke, as `works.width_um`; null when something else went wrong. */
export function brokenRule(error: unknown): string | null {
  for (let e = error as { message?: string; cause?: unknown } | undefined; e; e = e.cause as typeof e) {
    const [, rule] = /CHECK constraint failed: (\w+\.\w+)/.exec(String(e.message)) ?? [];
    if (rule) return rule;
  }
  return null;
}

/** The engine's own code for what went wrong, wherever in the chain of causes it stands. */
export function sqliteCode(error: unknown): string | null {
  for (let e = error as { code?: unknown; cause?: unknown } | undefined; e; e = e.cause as typeof e) {
    if (typeof e.code === 'string' && e.code.startsWith('SQLITE_')) return e.code;
  }
  return null;
}

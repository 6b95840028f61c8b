import { copyFile, mkdir, readdir, readFile, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { createClient, type Client } from '@libsql/client';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { sql } from 'drizzle-orm';
import * as schema from './schema';

export type Schema = typeof schema;
export type Reader = LibSQLDatabase<Schema>;
/** Inside a transaction. */
export type Tx = Parameters<Parameters<Reader['transaction']>[0]>[0];
/** Either: for queries that serve both. */
export type Db = Reader | Tx;

const MIGRATIONS = join(process.cwd(), 'src/store/migrations');
/** How long a write waits for another process's write before it gives up. */
const BUSY_MS = 20_000;
/** How long the database itself waits before it says it is busy; the thread stands still meanwhile, so it is short. */
const STATEMENT_WAIT_MS = 25;
const COPIES_KEPT = 10;

/** The studio's database: many readers, one writer at a time, each side with connections of its own. */
export class Store {
  private tail: Promise<unknown> = Promise.resolve();
  readonly db: Reader;
  private readonly writing: Reader;

  private constructor(
    readonly client: Client,
    private readonly writer: Client,
    readonly file: string | null,
  ) {
    this.db = drizzle(client, { schema });
    this.writing = drizzle(writer, { schema });
  }

  /**
   * Opens the database, local or remote, and brings it up to date. Before a local one is changed a copy is put aside.
   */
  static async open(dataDir: string, remote?: { url: string; token?: string }): Promise<Store> {
    if (remote) {
      const client = createClient({ url: remote.url, authToken: remote.token });
      const store = new Store(client, client, null);
      await migrate(store.writing, { migrationsFolder: MIGRATIONS });
      return store;
    }
    await mkdir(dataDir, { recursive: true });
    const file = join(dataDir, 'glassine.db');
    const existed = await stat(file).then(
      () => true,
      () => false,
    );
    const client = () => createClient({ url: `file:${file}`, timeout: STATEMENT_WAIT_MS });
    const store = new Store(client(), client(), file);
    await store.retrying(() => store.writer.execute('PRAGMA journal_mode = WAL'));
    if (existed && (await store.isBehind())) await store.putAside(dataDir);
    await store.retrying(() => migrate(store.writing, { migrationsFolder: MIGRATIONS }));
    return store;
  }

  /**
   * One transaction, which takes the write lock when it begins: what it reads stays true until it ends. Writers of this
   * process queue; writers of other processes are waited for.
   */
  write<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
    const turn = this.tail.then(() =>
      this.retrying(() => this.writing.transaction(work, { behavior: 'immediate' })),
    );
    this.tail = turn.catch(() => {});
    return turn;
  }

  /** Whether the file is whole, as the engine itself checks it. */
  async integrity(): Promise<string> {
    const rows = await this.db.all<{ integrity_check: string }>(sql`PRAGMA integrity_check`);
    return rows.map((r) => r.integrity_check).join('; ');
  }

  close() {
    this.client.close();
    this.writer.close();
  }

  private async isBehind(): Promise<boolean> {
    const journal = JSON.parse(await readFile(join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as {
      entries: { when: number }[];
    };
    const latest = Math.max(...journal.entries.map((e) => e.when));
    const [row] = await this.db
      .all<{ last: number | null }>(sql`SELECT max(created_at) AS last FROM __drizzle_migrations`)
      .catch(() => [{ last: null }]);
    return (row?.last ?? 0) < latest;
  }

  private async putAside(dataDir: string) {
    const aside = join(dataDir, 'aside');
    await mkdir(aside, { recursive: true });
    await this.writer.execute('PRAGMA wal_checkpoint(TRUNCATE)');
    await copyFile(
      this.file!,
      join(aside, `glassine-${new Date().toISOString().replace(/[:.]/g, '-')}.db`),
    );
    const old = (await readdir(aside))
      .filter((n) => n.startsWith('glassine-'))
      .sort()
      .slice(0, -COPIES_KEPT);
    for (const name of old) await rm(join(aside, name), { force: true });
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

function isBusy(error: unknown): boolean {
  for (let e = error as { code?: string; cause?: unknown } | undefined; e; e = e.cause as typeof e) {
    if (typeof e.code === 'string' && e.code.startsWith('SQLITE_BUSY')) return true;
  }
  return false;
}
